import { Extension } from '@tiptap/core';
import { ySyncPluginKey, yCursorPlugin } from '@tiptap/y-tiptap';
import { Plugin, PluginKey, type EditorState, type Transaction } from '@tiptap/pm/state';
import { Decoration, DecorationSet, type EditorView } from '@tiptap/pm/view';
import type { Node as PageNode } from '@tiptap/pm/model';
import { mayWriteIn, type OwnPart } from '$core/pages/own-parts';
import { whoWrote } from '$core/pages/who-wrote';
import type { Along } from './along.svelte';

interface Shown {
  /** Each person's words are marked. */
  words: boolean;
  decorations: DecorationSet;
}
const key = new PluginKey<Shown>('along');

/**
 * The others in the editor of a page: where they stand, which parts are whose, and who wrote what. In a part of somebody else nothing
 * is changed: the server would refuse it.
 *
 * @param refused somebody tried to
 */
export const alongView = (along: Along, refused: (part: OwnPart) => void) =>
  Extension.create({
    name: 'along',
    addProseMirrorPlugins: () => [
      yCursorPlugin(along.awareness, {
        cursorBuilder: cursor,
        selectionBuilder: ({ hue }: User) => inHue('others-selection', hue)
      }),
      new Plugin<Shown>({
        key,
        state: {
          init: (_, { doc }) => ({ words: false, decorations: decorated(along, doc, false) }),
          apply(transaction, before) {
            const asked = transaction.getMeta(key) as { words?: boolean } | undefined;
            if (!asked && !transaction.docChanged) return before;
            const words = asked?.words ?? before.words;
            return { words, decorations: decorated(along, transaction.doc, words) };
          }
        },
        props: { decorations: (state) => key.getState(state)?.decorations },
        filterTransaction(transaction, state) {
          const part = touchedPart(along, transaction, state);
          if (part) refused(part);
          return part === null;
        }
      })
    ]
  });

/** Draws anew whose the parts are, and where it is asked for, whose the words are. */
export function showAlong({ state, dispatch }: EditorView, words?: boolean): void {
  dispatch(state.tr.setMeta(key, words === undefined ? {} : { words }));
}

interface User {
  name: string;
  hue: number;
}
const inHue = (name: string, hue: number) => ({ class: `${name} hue-${hue}` });

function cursor({ name, hue }: User): HTMLElement {
  const mark = document.createElement('span');
  mark.className = `others-cursor hue-${hue}`;
  const label = document.createElement('span');
  label.textContent = name;
  mark.append('\u2060', label, '\u2060');
  return mark;
}

/** The first part that a change would touch and that is not its writer's; null where it touches none. */
function touchedPart(along: Along, transaction: Transaction, { doc }: EditorState): OwnPart | null {
  if (!transaction.docChanged || transaction.getMeta(ySyncPluginKey) !== undefined) return null;
  const { parts, me } = along.who;
  if (parts.length === 0) return null;
  const after = new Map<string, PageNode>();
  const order = (node: PageNode, keep?: Map<string, PageNode>) => {
    const ids: string[] = [];
    node.forEach((child) => {
      if (child.type.name !== 'part') return;
      ids.push(String(child.attrs.id));
      keep?.set(String(child.attrs.id), child);
    });
    return ids;
  };
  const same = order(transaction.doc, after).join() === order(doc).join();
  let touched: OwnPart | null = null;
  doc.forEach((child) => {
    const part = child.type.name === 'part' ? parts.find(({ id }) => id === child.attrs.id) : undefined;
    if (!part || touched) return;
    const now = after.get(part.id);
    const changed = now === undefined || (now !== child && !now.eq(child));
    if ((changed && !mayWriteIn(part, me)) || now === undefined) touched = part;
  });
  return touched ?? (same ? null : (parts[0] ?? null));
}

function decorated(along: Along, doc: PageNode, words: boolean): DecorationSet {
  const { parts, me, writers } = along.who;
  const decorations: Decoration[] = [];
  doc.forEach((node, at) => {
    if (node.type.name !== 'part') return;
    const part = parts.find(({ id }) => id === node.attrs.id);
    const whose =
      part === undefined ? 'free' : part.personId === me ? 'mine' : part.personId === null ? 'free' : 'other';
    const hue = part?.personId ? along.hueOf(part.personId) : 0;
    decorations.push(
      Decoration.node(at, at + node.nodeSize, { class: `part-${whose}${part?.personId ? ` hue-${hue}` : ''}` }),
      Decoration.widget(at + 1, () => head(saidOf(along, part, String(node.attrs.title))), {
        side: -1,
        key: `${String(node.attrs.id)} ${saidOf(along, part, String(node.attrs.title))}`,
        ignoreSelection: true
      })
    );
  });
  if (words)
    for (const { from, to, by } of whoWrote(along.awareness.doc, doc, writers))
      if (by !== null) decorations.push(Decoration.inline(from, to, inHue('written-by', along.hueOf(by))));
  return DecorationSet.create(doc, decorations);
}

/** What stands above a part: what it is called, whose it is, and whether it is finished. */
function saidOf(along: Along, part: OwnPart | undefined, title: string): string {
  if (!part) return title;
  if (part.personId === null) return `${title}: nobody has taken it yet`;
  const name = along.nameOf(part.personId);
  const mine = part.personId === along.who.me;
  const whose = mine ? `${title}: yours` : title === name ? title : `${title}: of ${name}`;
  return part.finishedAt === null ? whose : `${whose}, finished`;
}

function head(said: string): HTMLElement {
  const line = document.createElement('div');
  line.className = 'part-head';
  line.contentEditable = 'false';
  line.textContent = said;
  return line;
}
