import { TaskItem, TaskList } from '@tiptap/extension-list';
import { TableKit } from '@tiptap/extension-table';
import { Node, type Extensions } from '@tiptap/core';
import StarterKit from '@tiptap/starter-kit';
import { Division } from './nodes/divisions';
import { Footnote } from './nodes/footnote';
import { Formula, FormulaBlock } from './nodes/formula';
import { PageBreak } from './nodes/page-break';
import { Frame, SpeakerNotes } from './nodes/frame';
import { Numbered } from './nodes/numbered';
import { Paragraph } from './nodes/paragraph';
import { Part } from './nodes/part';
import { Drawing, StrokeNode } from './nodes/drawing';
import { Sheet, SheetCell } from './nodes/sheet';
import { Picture } from './nodes/picture';
import { Answer, Choice, Entries, Entry, Lapsed, TeachersPart } from './nodes/prompts';

/**
 * What a page may hold: the same for the editor, for what the server takes, and for what is made of it.
 *
 * @param base where a browser finds the pictures' folder
 */
export const pageExtensions = (base = ''): Extensions => [
  StarterKit.configure({
    heading: { levels: [1, 2, 3, 4] },
    underline: false,
    document: false,
    paragraph: false,
    orderedList: false,
    // Who writes together takes back what they wrote themselves: that is the merging document's.
    undoRedo: false,
    // Behind a part or a frame each window would put a paragraph of its own.
    trailingNode: { notAfter: ['paragraph', 'part', 'frame'] },
    link: { openOnClick: false, protocols: ['http', 'https', 'mailto'] }
  }),
  Whole,
  Paragraph,
  Numbered,
  TableKit.configure({ table: { resizable: false } }),
  TaskList,
  TaskItem.configure({ nested: true }),
  Picture.configure({ base }),
  Formula,
  FormulaBlock,
  Footnote,
  PageBreak,
  Answer,
  TeachersPart,
  Lapsed,
  Choice,
  Entries,
  Entry,
  Part,
  Frame,
  SpeakerNotes,
  Sheet,
  SheetCell,
  Drawing,
  StrokeNode,
  Division
];

/** A whole page: what is written on it, parts of several people, and frames where it is a deck. */
const Whole = Node.create({
  name: 'doc',
  topNode: true,
  content: '(block | part | frame)+',
  renderMarkdown: ({ content }, helpers) => helpers.renderChildren(content ?? [], '\n\n')
});
