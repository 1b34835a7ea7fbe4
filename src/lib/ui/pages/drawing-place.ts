import type { Editor } from '@tiptap/core';

/** Where a page is kept, for what is shown within it. */
export interface PlaceOfPage {
  pieceId: string;
  address: string;
}
const places = new WeakMap<Editor, PlaceOfPage>();

/** Says where the page of an editor is kept. */
export const notePlace = (editor: Editor, place: PlaceOfPage): void => void places.set(editor, place);

/** Where the page of an editor is kept; null where it is kept nowhere. */
export const placeOfPage = (editor: Editor): PlaceOfPage | null => places.get(editor) ?? null;
