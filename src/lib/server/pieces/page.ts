import type { Preview } from '$core/materials/preview';
import { previewOf } from '../materials/preview';
import { soundPath } from '../blobs/sound';
import { log } from '../log';
import { countRound } from '../questions/count-round';
import { parseApart } from '../parsing/pool';
import { bytes } from './bytes';
import type { Found, ServerPiece } from './module';

/** A page is bytes like any file, and is shown with all that it holds: its formulas, its pictures. */
export const page: ServerPiece = {
  ...bytes('page'),
  lookAt: async ({ file }) => file && shown(file)
};

/** Answers are written down as a page. */
export const answers: ServerPiece = {
  ...page,
  candidate: bytes('answers').candidate,
  // What a machine can count is counted with what is asked at this moment.
  laid: countRound
};

/** What was said on an open floor is written down as one. */
export const post: ServerPiece = { ...page, candidate: bytes('post').candidate };

/** A copy of a portfolio is a page. */
export const portfolio: ServerPiece = { ...page, candidate: bytes('portfolio').candidate };

async function shown(file: NonNullable<Found['file']>): Promise<Preview> {
  try {
    return { kind: 'written', html: await parseApart('page-html', { path: await soundPath(file) }) };
  } catch (error) {
    log.info({ err: error, sha256: file.sha256 }, 'a page could not be shown as one');
    return previewOf(file);
  }
}
