import { Extension, type JSONContent } from '@tiptap/core';
import { ySyncPluginKey } from '@tiptap/y-tiptap';
import { Plugin, type EditorState, type Transaction } from '@tiptap/pm/state';
import { lapsedWithin } from '$core/pages/lapsed';
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
          const [before, after] = [state.doc.toJSON(), transaction.doc.toJSON()] as [JSONContent, JSONContent];
          const keeps = frameOf(after) === frameOf(before) && !beyond(after) && lapsedWithin(before, after);
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
    const at = Array.from({ length: place.depth }, (_, i) => place.depth - i).find((d) =>
      WRITTEN_IN.has(place.node(d).type.name)
    );
    if (at === undefined || from < place.start(at) || to > place.end(at)) within = false;
  });
  return any && within;
}

/** Where the words are their writer's. */
const WRITTEN_IN = new Set(['answer', 'lapsed']);
