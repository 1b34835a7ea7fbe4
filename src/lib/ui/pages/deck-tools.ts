import type { Editor } from '@tiptap/core';
import { Fragment, type Node as PageNode } from '@tiptap/pm/model';
import { TextSelection } from '@tiptap/pm/state';
import type { Ratio } from '$core/pages/nodes/frame';

/** A frame where it stands. */
export interface PlacedFrame {
  id: string;
  at: number;
  node: PageNode;
  /** Where what it is moved within begins: the deck, or a part of it. */
  parent: number;
  /** What the part is called that it stands in; empty where it stands in none. */
  part: string;
  /** Its place among the frames of its parent. */
  index: number;
}

/** The frames of a deck in their order, with where they stand. */
export function placedFrames(doc: PageNode): PlacedFrame[] {
  const found: PlacedFrame[] = [];
  const within = (holder: PageNode, start: number, part: string) => {
    let index = 0;
    holder.forEach((node, offset) => {
      const at = start + offset;
      if (node.type.name === 'frame')
        found.push({ id: String(node.attrs.id), at, node, parent: start, part, index: index++ });
      else if (node.type.name === 'part') within(node, at + 1, String(node.attrs.title));
    });
  };
  within(doc, 0, '');
  return found;
}

/** The frame in which the cursor stands; the first one where it stands in none. */
export function frameAtCursor(editor: Editor): PlacedFrame | undefined {
  const frames = placedFrames(editor.state.doc);
  const { from } = editor.state.selection;
  return frames.find(({ at, node }) => from > at && from < at + node.nodeSize) ?? frames[0];
}

const newId = () => `f-${crypto.randomUUID().slice(0, 8)}`;

/** Puts an empty frame, or a copy of this one, behind it. */
export function addFrame(editor: Editor, after: PlacedFrame, copied = false): void {
  const { schema, tr } = editor.state;
  const paragraph = schema.nodes.paragraph?.create();
  const content = copied ? after.node.content : Fragment.from(paragraph);
  const frame = after.node.type.create({ ...after.node.attrs, id: newId() }, content);
  const at = after.at + after.node.nodeSize;
  tr.insert(at, frame).setSelection(TextSelection.near(tr.doc.resolve(at + 2)));
  editor.view.dispatch(tr.scrollIntoView());
  editor.view.focus();
}

/** Moves a frame among those of its deck or part. @param to its new place there */
export function moveFrame(editor: Editor, frame: PlacedFrame, to: number): void {
  const besides = placedFrames(editor.state.doc).filter(({ parent }) => parent === frame.parent);
  const target = besides[Math.max(0, Math.min(besides.length - 1, to))];
  if (!target || target.at === frame.at) return;
  const { tr } = editor.state;
  tr.delete(frame.at, frame.at + frame.node.nodeSize);
  const at = target.at > frame.at ? tr.mapping.map(target.at + target.node.nodeSize) : target.at;
  tr.insert(at, frame.node).setSelection(TextSelection.near(tr.doc.resolve(at + 2)));
  editor.view.dispatch(tr.scrollIntoView());
}

/** Takes a frame away; the last of its deck or part is emptied instead. */
export function removeFrame(editor: Editor, frame: PlacedFrame): void {
  const alone = placedFrames(editor.state.doc).filter(({ parent }) => parent === frame.parent).length === 1;
  const { tr, schema } = editor.state;
  const paragraph = schema.nodes.paragraph?.create();
  if (alone && paragraph) tr.replaceWith(frame.at + 1, frame.at + frame.node.nodeSize - 1, paragraph);
  else tr.delete(frame.at, frame.at + frame.node.nodeSize);
  editor.view.dispatch(tr);
}

/** Opens the notes of a frame, with the cursor in them. */
export function openNotes(editor: Editor, { at, node }: PlacedFrame): void {
  const { tr, schema } = editor.state;
  const end = at + node.nodeSize - 1;
  const has = node.lastChild?.type.name === 'speakerNotes';
  if (!has) {
    const notes = schema.nodes.speakerNotes?.createAndFill();
    if (!notes) return;
    tr.insert(end, notes);
  }
  tr.setSelection(TextSelection.near(tr.doc.resolve(has ? end - 2 : end + 2), -1));
  editor.view.dispatch(tr.scrollIntoView());
  editor.view.focus();
}

/** All frames that may be changed get another width for their height. */
export function setRatio(editor: Editor, ratio: Ratio): void {
  for (const { at } of placedFrames(editor.state.doc)) {
    const { tr } = editor.state;
    editor.view.dispatch(tr.setNodeAttribute(at, 'ratio', ratio));
  }
}
