import type { FoundSheet } from '$core/scans/vision/find-sheet';
import { answerOf, askable } from '$ui/workers/ask-worker';
import type { Developed, Opened, ScanQuestion } from '../../workers/scan';

const make = () => new Worker(new URL('../../workers/scan.ts', import.meta.url), { type: 'module', name: 'scan' });
/** The live outline has a worker of its own: it does not wait behind a sheet of twelve megapixels. */
const eye = askable(make);
const hand = askable(make);

type Of<D extends ScanQuestion['do']> = Omit<Extract<ScanQuestion, { do: D }>, 'do'>;

/** A photograph could not be read, or what reads it could not be fetched. */
export class NotScanned extends Error {}

const asked = <A>(said: Promise<{ answer: A } | { failed: true }>) =>
  answerOf(said, new NotScanned('The photograph could not be read.'));

/** Where a sheet lies on what the camera sees; null where there is none. */
export const findLive = (question: Of<'find'>) =>
  asked(eye<{ answer: FoundSheet | null }>({ do: 'find', ...question }));
/** Reads a photograph, and finds its sheet. @throws NotScanned */
export const openPhoto = (question: Of<'open'>) => asked(hand<{ answer: Opened }>({ do: 'open', ...question }));
/** Cuts the sheet out, and cleans it. @throws NotScanned */
export const developSheet = (question: Of<'develop'>) =>
  asked(hand<{ answer: Developed }>({ do: 'develop', ...question }));
/** One PDF of several sheets. @throws NotScanned */
export const pdfOf = (question: Of<'pdf'>) => asked(hand<{ answer: Blob }>({ do: 'pdf', ...question }));

/** Fetches what scanning needs, so that it is here when the line is not. */
export function prepareScanning(): void {
  void hand({ do: 'begin' }).catch(() => undefined);
}
