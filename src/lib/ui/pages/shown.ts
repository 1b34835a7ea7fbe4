import type { Extensions } from '@tiptap/core';
import { pageExtensions } from '$core/pages/extensions';
import { Formula, FormulaBlock } from '$core/pages/nodes/formula';
import { Choice, Entries, Entry, Lapsed } from '$core/pages/nodes/prompts';
import { Drawing } from '$core/pages/nodes/drawing';
import { Sheet } from '$core/pages/nodes/sheet';
import { componentView } from './node-model.svelte';
import { formulaView } from './formula-view';
import { choiceView } from './choice-view';
import { entriesView } from './entries-view';
import { lapsedView } from './lapsed-view';
import { entryView } from './entry-view';

/** What a page may hold, with how those parts are shown that are more than text. @param base where its pictures lie */
export const shownExtensions = (base: string): Extensions => pageExtensions(base).map((one) => SHOWN[one.name] ?? one);

/** Sheets and drawings, by components that are fetched with the first of them. */
const sheetView = componentView(() => import('./SheetHere.svelte'));
const drawingView = componentView(() => import('./DrawingHere.svelte'));

const SHOWN: Partial<Record<string, Extensions[number]>> = {
  formula: Formula.extend({ addNodeView: () => formulaView(false) }),
  formulaBlock: FormulaBlock.extend({ addNodeView: () => formulaView(true) }),
  choice: Choice.extend({ addNodeView: () => choiceView }),
  entries: Entries.extend({ addNodeView: () => entriesView }),
  entry: Entry.extend({ addNodeView: () => entryView }),
  sheet: Sheet.extend({ addNodeView: () => sheetView }),
  drawing: Drawing.extend({ addNodeView: () => drawingView }),
  lapsed: Lapsed.extend({ addNodeView: () => lapsedView })
};
