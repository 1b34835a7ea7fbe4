import type { Editor } from '@tiptap/core';
import { promptsOf } from '$core/pages/starter';
import { goToPart } from './go-to-part';
import { goToPrompt } from './go-to-prompt';

/** Where one goes on writing: in one's own part, in a starter's copy where something is open, else at the end. */
export function goOn(editor: Editor, { starter, mine }: { starter: boolean; mine: string | undefined }): void {
  const open = starter ? promptsOf(editor.getJSON()).find(({ answered }) => !answered) : undefined;
  if (mine !== undefined) goToPart(editor, mine);
  else if (!open || !goToPrompt(editor, open.id)) editor.commands.focus('end');
}
