import { Editor } from '@tiptap/core';
import { Collaboration } from '@tiptap/extension-collaboration';
import type { Doc } from 'yjs';
import { FIELD } from '$core/pages/merge';
import type { OwnPart } from '$core/pages/own-parts';
import type { Along } from './along.svelte';
import { alongView } from './along-view';
import { guard } from './guard';
import { shownExtensions } from './shown';

interface Given {
  element: HTMLElement;
  doc: Doc;
  /** What it is called by those who read the screen aloud. */
  label: string;
  /** Where the page's pictures lie. */
  base: string;
  /** Pictures were pasted or dropped. @param at where in the text; null where the cursor stands */
  pictures: (files: File[], at: number | null) => void;
  onChange: (editor: Editor) => void;
  onTurn: () => void;
  /** It is a starter's copy: called where somebody tries to change what the teacher wrote. Null on any other page. */
  refused: (() => void) | null;
  /** Who else writes it; null where nobody does. */
  along: { along: Along; refused: (part: OwnPart) => void } | null;
}

/** The editor of a page: what is written in it goes into the merging document, what others write comes from there. */
export function pageEditor({ element, doc, label, base, pictures, onChange, onTurn, refused, along }: Given): Editor {
  return new Editor({
    element,
    injectCSS: false,
    extensions: [
      ...shownExtensions(base),
      Collaboration.configure({ document: doc, field: FIELD }),
      ...(refused ? [guard(refused)] : []),
      ...(along ? [alongView(along.along, along.refused)] : [])
    ],
    editorProps: {
      attributes: {
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-label': label,
        class: 'brief-text page-text min-h-64 px-4 py-3 outline-none'
      },
      handlePaste: (_, event) => taken(event.clipboardData, null, pictures),
      handleDrop: (view, event, _slice, moved) =>
        !moved &&
        taken(event.dataTransfer, view.posAtCoords({ left: event.clientX, top: event.clientY })?.pos ?? null, pictures)
    },
    onUpdate: ({ editor }) => onChange(editor),
    onTransaction: onTurn
  });
}

/** Takes in where the cursor was just put, before the page is drawn anew: the browser says so only a moment later. */
export function takeInCursor({ view, isDestroyed }: Editor): void {
  if (!isDestroyed) (view as unknown as { domObserver?: { flush?: () => void } }).domObserver?.flush?.();
}

/** Pictures among what is pasted or dropped. A word processor brings one of its text besides: then the text is meant. */
function taken(data: DataTransfer | null, at: number | null, pictures: Given['pictures']): boolean {
  const files = [...(data?.files ?? [])].filter(({ type }) => type.startsWith('image/'));
  if (files.length === 0 || hasWords(data?.getData('text/html') ?? '')) return false;
  pictures(files, at);
  return true;
}
const hasWords = (html: string) =>
  (new DOMParser().parseFromString(html, 'text/html').body.textContent ?? '').trim() !== '';
