import { readFile } from 'node:fs/promises';
import type { MadeForm, PageForm } from '../../parsing/tasks';
import { writeDocx } from './docx';
import { htmlDocument } from './html';
import { printPdf } from './pdf';
import { writePptx } from './pptx';

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
      return { bytes: new TextEncoder().encode(htmlDocument(markdown, set.title, set)), sheets: null };
    case 'docx':
      return { bytes: await writeDocx(page), sheets: null };
    case 'pptx':
      return { bytes: await writePptx(page), sheets: null };
    case 'pdf':
      return printPdf({ ...page, author: '' });
  }
}
