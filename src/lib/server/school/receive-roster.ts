import { decodeText } from '$core/materials/text-encoding';
import { buffer } from 'node:stream/consumers';
import { mayForSchool, type Actor } from '$core/people/policy';
import { ROSTER_FILES, type RosterFile } from '$core/school/roster-files';
import { BlobRefused } from '../blobs/store';
import { log } from '../log';
import { NotHere, type Outcome } from '../outcome';
import { readMultipart } from '../blobs/multipart';
import { draftRoster, type RosterTexts } from './roster-import';

/** The files of a large school, in bytes, all together. They are text, and read whole. */
const LARGEST = 24 * 1024 * 1024;

/** Takes the files of a form in as they come, and keeps what they say for the office to look at. */
export async function receiveRoster(
  person: Actor,
  request: Request
): Promise<Outcome<{ draft: string }, 'no-roster-file' | 'roster-unreadable'>> {
  if (!mayForSchool(person, 'keep-people')) throw new NotHere('This page');
  const texts: RosterTexts = {};
  try {
    await readMultipart(request, LARGEST, async ({ field, stream }) => {
      if (isRosterFile(field)) texts[field] = decodeText(await buffer(stream));
    });
    if (Object.keys(texts).length === 0) return { ok: false, why: 'no-roster-file' };
    return { ok: true, draft: await draftRoster(person, texts) };
  } catch (error) {
    if (!(error instanceof BlobRefused)) log.info({ err: error }, 'roster files could not be read');
    return { ok: false, why: 'roster-unreadable' };
  }
}

const isRosterFile = (field: string): field is RosterFile => (ROSTER_FILES as readonly string[]).includes(field);
