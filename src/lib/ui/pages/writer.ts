import { toMarkdown } from '$core/pages/markdown';
import { pageOf } from '$core/pages/merge';
import type { KeptWriting } from './kept-writing';
import type { PageLine } from './page-line';
import { WrittenPage } from './page.svelte';

// What writes pages is large: it is fetched by whoever writes, and by nobody else.
export { pageEditor, takeInCursor } from './page-editor';
export { Along } from './along.svelte';
export { showAlong } from './along-view';
export { readFrom } from './read-from';

/** A page as it is written. */
export const writtenPage = (line: PageLine, kept: KeptWriting): WrittenPage =>
  new WrittenPage(line, kept, (doc) => toMarkdown(pageOf(doc)));
