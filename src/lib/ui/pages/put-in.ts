import type { Editor } from '@tiptap/core';
import { fromMarkdown } from '$core/pages/markdown';

/** Puts in a text that was read from a document. */
export function putIn(editor: Editor, { html, markdown }: { html: string | null; markdown: string | null }): void {
  editor
    .chain()
    .focus()
    .insertContent(html ?? fromMarkdown(markdown ?? '').content ?? '')
    .run();
}
