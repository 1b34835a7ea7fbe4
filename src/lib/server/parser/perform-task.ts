import type { TaskName, Tasks } from '../parsing/tasks';
import { headText } from '../reading/head-text';

/** Does one task, in a parsing process. What a task needs is loaded when it is first asked for. */
export function performTask(task: TaskName, input: unknown): Promise<unknown> {
  const perform = PERFORM[task] as ((input: unknown) => Promise<unknown>) | undefined;
  return perform ? perform(input) : Promise.reject(new Error(`There is no task ${task}.`));
}

const PERFORM: Tasks = {
  'media-type': async ({ path }) => (await import('../blobs/media-type')).mediaTypeOf(path),
  facts: async (file) => (await import('../reading/look-into')).lookInto(file),
  words: async (file) => (await import('../reading/read-words')).readWords(file),
  preview: async (file) => (await import('../materials/render')).renderPreview(file),
  table: async (file) => (await import('../materials/tables')).tableOf(file),
  sheets: async ({ path }) => (await import('../materials/tables')).sheetsOf(path),
  'compare-handout': async ({ text, handed }) => (await import('../reading/against-handout')).against(text, handed),
  brief: async ({ markdown }) => (await import('../rich-text/brief')).renderBrief(markdown),
  'said-text': async ({ text }) => (await import('../rich-text/said')).renderSaid(text),
  'said-html': async ({ html }) => (await import('../rich-text/said')).readSaid(html),
  page: async ({ html }) => (await import('../links/read-page')).readPage(html),
  picture: async ({ bytes }) => (await import('../materials/small-picture')).smallPicture(bytes),
  developed: async ({ path }) => (await import('../materials/small-picture')).shownPicture(path),
  thumbnail: async ({ path }) => (await import('../materials/small-picture')).thumbnail(path),
  'page-picture': async ({ path }) => (await import('../materials/small-picture')).pagePicture(path),
  'page-form': async (page) => (await import('../pages/print/make-form')).makeForm(page),
  'page-parsed': async ({ text }) => (await import('$core/pages/markdown')).fromMarkdown(text),
  'page-spelled': async ({ path }) => (await import('../pages/print/html')).spelledWords((await headText(path)).text),
  'questions-package': async (file) => (await import('../questions/package/open-package')).openPackage(file),
  'page-text': async (file) => (await import('../pages/bring/read-text')).readText(file),
  'page-html': async ({ path }) => (await import('../pages/print/html')).innerHtml((await headText(path)).text),
  'roster-table': async ({ text }) => (await import('../school/read-roster-table')).readRosterTable(text),
  'receipt-pdf': async (sheet) => (await import('../receipts/pdf')).receiptPdf(sheet),
  annotated: async ({ remarks, ...file }) => (await import('../pdf/annotate')).annotate(file, remarks),
  spot: async (file) => (await import('../blobs/spot/find-spot')).findSpot(file),
  hash: async ({ path }) => (await import('../blobs/hash-file')).hashFile(path),
  listing: async ({ xml }) => (await import('../shelf/outside/parse-listing')).parseListing(xml),
  calendar: async ({ text, from, to, zone }) =>
    (await import('$core/calendar/busy-times')).busyTimes(text, { from, to }, zone),
  captions: async ({ text }) => (await import('$core/recordings/captions')).readCaptions(text),
  recording: async (recording) => (await import('../blobs/put-recording-together')).putRecordingTogether(recording)
};
