import { troubleFact } from '$core/materials/facts';
import { previewKind, type Preview } from '$core/materials/preview';
import { inspectBlob, noteTooCostly } from '../blobs/inspect';
import { BlobDamaged, DAMAGED_WORDS } from '../blobs/damage';
import { soundPath } from '../blobs/sound';
import { log } from '../log';
import { NotNow, TooCostly } from '../parsing/limits';
import { parseApart } from '../parsing/pool';
import { officePdf } from './office-pdf';

interface Shown {
  name: string;
  mediaType: string;
  sha256: string;
}

/** Makes of a file what a page can show in place. A file that cannot be read says so; it can still be downloaded. */
export async function previewOf(file: Shown): Promise<Preview> {
  try {
    const facts = await inspectBlob(file);
    // What is only cut off may show its beginning; what is locked or too large shows nothing and costs much.
    if (facts.trouble !== undefined && !SHOWN_ALL_THE_SAME.has(facts.trouble))
      return { kind: 'unreadable', words: troubleFact(facts) ?? undefined };
    const kind = previewKind(file);
    if (FETCHED.has(kind)) return { kind } as Preview;
    return (kind === 'office' ? await asPages(file) : null) ?? (await rendered(file));
  } catch (error) {
    log.info({ err: error, sha256: file.sha256 }, 'a preview could not be made');
    if (error instanceof TooCostly) await noteTooCostly(file.sha256);
    return { kind: 'unreadable', words: why(error) };
  }
}

/** Shown by the browser from the file itself. */
const FETCHED = new Set(['pdf', 'picture', 'developed', 'sound', 'film', 'none']);
/** Some devices show what others do not; what is cut off has a beginning. */
const SHOWN_ALL_THE_SAME = new Set(['cut-off', 'rare-film']);

const rendered = async ({ sha256, name, mediaType }: Shown): Promise<Preview> =>
  parseApart('preview', { path: await soundPath({ sha256, size: null }), name, mediaType });

/** As pages where this machine can draw them, otherwise null. */
async function asPages(file: Shown): Promise<Preview | null> {
  const pdf = await officePdf(file);
  if (pdf.state === 'made') return { kind: 'as-pdf' };
  return pdf.state === 'making' ? { kind: 'making' } : null;
}

function why(error: unknown): string | undefined {
  if (error instanceof TooCostly) return troubleFact({ trouble: 'too-costly' }) ?? undefined;
  if (error instanceof BlobDamaged) return DAMAGED_WORDS;
  return error instanceof NotNow ? 'Too much is being read at the moment. Open it again in a minute.' : undefined;
}
