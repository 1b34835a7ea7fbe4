import { cut } from '$core/cut';
import type { Anchor } from '$core/remarks/anchor';
import { findWords, wordsAnchor } from '$core/remarks/remarks';

/** Where the words of a preview stand: what is shown of a text, without the buttons around it. */
export const textIn = (shown: HTMLElement): HTMLElement | null =>
  shown.querySelector<HTMLElement>('.brief-text, pre, [data-text]');
/** A picture, or a sheet of a PDF, that is drawn on; not the pictures within a text. */
export const pictureIn = (shown: HTMLElement): HTMLElement | null => {
  const canvas = shown.querySelector<HTMLElement>('[data-sheet] canvas');
  if (canvas) return canvas;
  const image = textIn(shown) === null ? shown.querySelector('img') : null;
  return image && image.naturalWidth > 0 ? image : null;
};
/** Which sheet of a PDF is shown; undefined where none is. */
export const sheetIn = (shown: HTMLElement): number | undefined => {
  const sheet = shown.querySelector<HTMLElement>('[data-sheet]')?.dataset.sheet;
  return sheet === undefined ? undefined : Number(sheet);
};
/** A cell of the tables that are shown, by what a remark says of it; null where it is not shown. */
export function cellOf(
  shown: HTMLElement,
  { table, row, column }: Extract<Anchor, { on: 'cell' }>
): HTMLElement | null {
  const tables = [...shown.querySelectorAll<HTMLElement>('[data-table]')];
  const within = tables.length > 1 ? tables.find((one) => one.dataset.table === table) : tables[0];
  return within?.querySelectorAll<HTMLElement>('tbody tr')[row]?.querySelectorAll<HTMLElement>('td')[column] ?? null;
}
/** What a remark says of a cell. */
export function cellAnchor(shown: HTMLElement, cell: Element): Extract<Anchor, { on: 'cell' }> | null {
  const [row, table] = [cell.closest('tr'), cell.closest<HTMLElement>('[data-table]')];
  if (!row || !table || !shown.contains(table) || cell.closest('tbody') === null) return null;
  const several = shown.querySelectorAll('[data-table]').length > 1;
  return {
    on: 'cell',
    table: several ? cut(table.dataset.table ?? '', 200) : '',
    row: [...(row.parentElement?.children ?? [])].indexOf(row),
    column: [...row.children].indexOf(cell),
    says: cut(cell.textContent.trim(), 120)
  };
}
/** The first cell that says something; null where none does. */
export const findCell = (shown: HTMLElement, words: string): HTMLElement | undefined =>
  [...shown.querySelectorAll<HTMLElement>('[data-table] tbody td')].find((cell) =>
    cell.textContent.toLowerCase().includes(words.trim().toLowerCase())
  );
export const recordingIn = (shown: HTMLElement): HTMLMediaElement | null => shown.querySelector('audio, video');

/** What is picked in a text just now; null where nothing in it is. */
export function pickedWords(text: HTMLElement): Extract<Anchor, { on: 'words' }> | null {
  const selection = document.getSelection();
  const range = selection && selection.rangeCount > 0 ? selection.getRangeAt(0) : null;
  if (!range || range.collapsed || !text.contains(range.commonAncestorContainer)) return null;
  const before = document.createRange();
  before.selectNodeContents(text);
  before.setEnd(range.startContainer, range.startOffset);
  const start = before.toString().length;
  return wordsAnchor(text.textContent, start, start + range.toString().length);
}

/** The stretch of a text that a remark speaks of; null where it is not there. */
export function rangeOf(text: HTMLElement, anchor: Extract<Anchor, { on: 'words' }>): Range | null {
  const found = findWords(text.textContent, anchor);
  if (!found) return null;
  const range = document.createRange();
  const nodes = document.createTreeWalker(text, NodeFilter.SHOW_TEXT);
  let passed = 0;
  let begun = false;
  for (let node = nodes.nextNode(); node; node = nodes.nextNode()) {
    const length = node.textContent?.length ?? 0;
    if (!begun && found.start < passed + length) {
      range.setStart(node, found.start - passed);
      begun = true;
    }
    if (begun && found.end <= passed + length) {
      range.setEnd(node, found.end - passed);
      return range;
    }
    passed += length;
  }
  return null;
}

/** All that is marked on this page, by the layer that marked it: highlights are the document's (CSS Custom Highlight API). */
const marked = new Map<object, Range[]>();

/** Marks stretches of text, without changing the text; those that a layer had marked before are marked no more. */
export function highlight(layer: object, ranges: Range[]): void {
  if (ranges.length === 0) marked.delete(layer);
  else marked.set(layer, ranges);
  // Browsers without it show the list alone.
  if (typeof Highlight === 'undefined') return;
  CSS.highlights.set('remarks', new Highlight(...[...marked.values()].flat()));
}
