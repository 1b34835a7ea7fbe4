import type { Extensions } from '@tiptap/core';
import { TaskItem, TaskList } from '@tiptap/extension-list';
import { TableKit } from '@tiptap/extension-table';
import StarterKit from '@tiptap/starter-kit';
import { Footnote } from './nodes/footnote';
import { Formula, FormulaBlock } from './nodes/formula';
import { PageBreak } from './nodes/page-break';
import { Numbered } from './nodes/numbered';
import { Paragraph } from './nodes/paragraph';
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
    paragraph: false,
    orderedList: false,
    // Who writes together takes back what they wrote themselves: that is the merging document's.
    undoRedo: false,
    link: { openOnClick: false, protocols: ['http', 'https', 'mailto'] }
  }),
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
  Entry
];
