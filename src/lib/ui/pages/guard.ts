import { Extension } from '@tiptap/core';
import { ySyncPluginKey } from '@tiptap/y-tiptap';
import { Plugin, type EditorState, type Transaction } from '@tiptap/pm/state';
import { beyond, frameOf } from '$core/pages/starter';

/**
 * Keeps what the teacher wrote in a starter as it is: only answers change. The server asks the same of what it is sent; here
 * nothing happens that it would refuse.
 */
export const guard = (refused: () => void) =>
  Extension.create({
    name: 'guard',
    addProseMirrorPlugins: () => [
      new Plugin({
        filterTransaction(transaction, state) {
          if (!transaction.docChanged || transaction.getMeta(ySyncPluginKey) !== undefined) return true;
          if (withinAnswer(transaction, state)) return true;
          const keeps =
            frameOf(transaction.doc.toJSON()) === frameOf(state.doc.toJSON()) && !beyond(transaction.doc.toJSON());
          if (!keeps && !isRoomAtEnd(transaction, state)) refused();
          return keeps;
        }
      })
    ]
  });

/** The editor by itself wants an empty paragraph behind the last part: nobody tried anything. */
function isRoomAtEnd({ steps, mapping }: Transaction, { doc }: EditorState): boolean {
  let at = -1;
  mapping.maps[0]?.forEach((from, to) => (at = from === to ? from : -1));
  return steps.length === 1 && at === doc.content.size;
}

/** One change, all of it within one answer: what typing is. */
function withinAnswer({ steps, mapping }: Transaction, { doc }: EditorState): boolean {
  if (steps.length !== 1) return false;
  let within = true;
  let any = false;
  mapping.maps[0]?.forEach((from, to) => {
    any = true;
    const place = doc.resolve(from);
    const at = Array.from({ length: place.depth }, (_, i) => place.depth - i).find(
      (d) => place.node(d).type.name === 'answer'
    );
    if (at === undefined || from < place.start(at) || to > place.end(at)) within = false;
  });
  return any && within;
}
