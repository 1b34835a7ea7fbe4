import type { Anchor } from '$core/remarks/remarks';
import { findWords, wordsAnchor } from '$core/remarks/remarks';

/** Where the words of a preview stand: what is shown of a text, without the buttons around it. */
export const textIn = (shown: HTMLElement): HTMLElement | null =>
  shown.querySelector<HTMLElement>('.brief-text, pre, [data-text]');
export const pictureIn = (shown: HTMLElement): HTMLImageElement | null => {
  const image = textIn(shown) === null ? shown.querySelector('img') : null;
  return image && image.naturalWidth > 0 ? image : null;
};
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
