import { Editor } from '@tiptap/core';
import { UndoRedo } from '@tiptap/extensions';
import { fromMarkdown, toMarkdown } from '$core/pages/markdown';
import { promptsOf, recognised } from '$core/pages/starter';
import { newId } from '$ui/forms/new-id';
import { shownExtensions } from './shown';

interface Given {
  element: HTMLElement;
  text: string;
  label: string;
  /** Where its pictures lie. */
  base?: string;
  onTurn: () => void;
}

/** The editor of a starter: everything is its teacher's. */
export function starterEditor({ element, text, label, base = '', onTurn }: Given): Editor {
  return new Editor({
    element,
    injectCSS: false,
    content: fromMarkdown(text),
    extensions: [...shownExtensions(base), UndoRedo],
    editorProps: {
      attributes: {
        ...{ role: 'textbox', 'aria-multiline': 'true', 'aria-label': label },
        class: 'brief-text page-text min-h-80 px-4 py-3 outline-none'
      }
    },
    onTransaction: onTurn
  });
}

export const starterOf = (editor: Editor): string => toMarkdown(editor.getJSON());
export const questionsOf = (editor: Editor): string[] => promptsOf(editor.getJSON()).map(({ label }) => label);

/** Puts a place for an answer wherever something seems to be asked. It can be undone as one step. */
export function findQuestions(editor: Editor): void {
  editor.chain().setContent(recognised(editor.getJSON(), newId)).focus('start').run();
}

export { putIn } from './put-in';
