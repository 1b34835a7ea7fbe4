import { readFile } from 'node:fs/promises';
import type { PageForm } from '../../parsing/tasks';
import { writeDocx } from './docx';
import { htmlDocument } from './html';
import { printPdf } from './pdf';

/** A page in one of the forms in which it travels. In a parsing process. */
export async function makeForm({ path, form, title, serif, spacing, at, pictures }: PageForm): Promise<Uint8Array> {
  const markdown = await readFile(path, 'utf8');
  const byName = new Map(pictures.map((picture) => [picture.name, picture.path]));
  const picture = async (name: string) => {
    const file = byName.get(name);
    return file === undefined ? null : new Uint8Array(await readFile(file));
  };
  if (form === 'html') return new TextEncoder().encode(htmlDocument(markdown, title, { serif, spacing }));
  const page = { markdown, title, serif, spacing, picture };
  return form === 'docx' ? writeDocx(page) : printPdf({ ...page, author: '', at });
}
