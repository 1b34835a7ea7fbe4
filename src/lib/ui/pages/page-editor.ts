import { Editor } from '@tiptap/core';
import { Collaboration } from '@tiptap/extension-collaboration';
import type { Doc } from 'yjs';
import { pageExtensions } from '$core/pages/extensions';
import { FIELD } from '$core/pages/merge';
import { Footnote } from '$core/pages/nodes/footnote';
import { Formula, FormulaBlock } from '$core/pages/nodes/formula';
import { formulaView } from './formula-view';

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
}

/** The editor of a page: what is written in it goes into the merging document, what others write comes from there. */
export function pageEditor({ element, doc, label, base, pictures, onChange, onTurn }: Given): Editor {
  return new Editor({
    element,
    injectCSS: false,
    extensions: [
      ...pageExtensions(base).map((one) => SHOWN[one.name] ?? one),
      Collaboration.configure({ document: doc, field: FIELD })
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

/** How parts are shown that the text alone does not show. */
const SHOWN: Partial<Record<string, ReturnType<typeof pageExtensions>[number]>> = {
  formula: Formula.extend({ addNodeView: () => formulaView(false) }),
  formulaBlock: FormulaBlock.extend({ addNodeView: () => formulaView(true) }),
  footnote: Footnote.extend({ selectable: true })
};

/** Pictures among what is pasted or dropped. A word processor brings one of its text besides: then the text is meant. */
function taken(data: DataTransfer | null, at: number | null, pictures: Given['pictures']): boolean {
  const files = [...(data?.files ?? [])].filter(({ type }) => type.startsWith('image/'));
  if (files.length === 0 || hasWords(data?.getData('text/html') ?? '')) return false;
  pictures(files, at);
  return true;
}
const hasWords = (html: string) =>
  (new DOMParser().parseFromString(html, 'text/html').body.textContent ?? '').trim() !== '';
