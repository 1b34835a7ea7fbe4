import { readFile } from 'node:fs/promises';
import type { MadeForm, PageForm } from '../../parsing/tasks';
import type { JSONContent } from '@tiptap/core';
import { fromMarkdown } from '$core/pages/markdown';
import { sheetCells } from '$core/pages/nodes/sheet';
import { walk } from '$core/pages/walk';
import { toCsv } from '$core/sheets/sheet';
import { sheetTable } from '$core/sheets/table';
import { writeDocx } from './docx';
import { drawingFile, drawingPng } from './drawing-picture';
import { htmlDocument } from './html';
import { printPdf } from './pdf';
import { writePptx } from './pptx';
import { writeXlsx } from './xlsx';

/** A page in one of the forms in which it travels. In a parsing process. */
export async function makeForm({ path, form, pictures, ...set }: PageForm): Promise<MadeForm> {
  const markdown = await readFile(path, 'utf8');
  const byName = new Map(pictures.map((picture) => [picture.name, picture.path]));
  const picture = async (name: string) => {
    const file = byName.get(name);
    return file === undefined ? null : new Uint8Array(await readFile(file));
  };
  const page = { markdown, picture, ...set };
  switch (form) {
    case 'html':
      return { bytes: text(htmlDocument(markdown, set.title, set)), sheets: null };
    case 'docx':
      return { bytes: await writeDocx(page), sheets: null };
    case 'xlsx':
      return { bytes: await writeXlsx(nodesOf(markdown, 'sheet')), sheets: null };
    case 'csv': {
      const [sheet] = nodesOf(markdown, 'sheet');
      return { bytes: text(sheet ? `${toCsv(sheetTable(sheetCells(sheet)))}\n` : ''), sheets: null };
    }
    case 'svg': {
      const [drawing = {}] = nodesOf(markdown, 'drawing');
      return { bytes: text(await drawingFile(drawing, picture)), sheets: null };
    }
    case 'png': {
      const [drawing = {}] = nodesOf(markdown, 'drawing');
      return { bytes: await drawingPng(drawing, picture), sheets: null };
    }
    case 'pptx':
      return { bytes: await writePptx(page), sheets: null };
    case 'pdf':
      return printPdf({ ...page, author: '' });
  }
}

const text = (words: string) => new TextEncoder().encode(words);

/** The parts of a kind on a page. */
function nodesOf(markdown: string, type: string): JSONContent[] {
  const found: JSONContent[] = [];
  walk(fromMarkdown(markdown), (node) => {
    if (node.type === type) found.push(node);
    return node.type !== type;
  });
  return found;
}
