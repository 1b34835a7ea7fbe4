import { readFile, stat } from 'node:fs/promises';
import { dsvFormat } from 'd3-dsv';
import mammoth from 'mammoth';
import { sheetMarkdown } from '$core/pages/nodes/sheet';
import { MOST_UNPACKED } from '$core/materials/facts';
import { previewKind } from '$core/materials/preview';
import { endingOf } from '$core/materials/file-kinds';
import { LONGEST_PAGE } from '$core/pages/bounds';
import type { Brought } from '$core/pages/brought';
import { unpacksWithin } from '../../blobs/archive';
import { TooCostly } from '../../parsing/limits';
import type { FileOnDisk } from '../../parsing/tasks';
import { cleanPage } from './clean';
import { presentationDeck } from './presentation';
import { workbookSheets } from './workbook';
import { openDocumentHtml } from './open-document';

/** Larger documents are not taken apart: their pictures would be held in memory. */
const LARGEST = 40_000_000;
const MOST_PICTURES = 60;

/**
 * Reads a document so that its text can be written on: DOCX, ODT, PPTX, HTML, Markdown and plain text.
 *
 * @returns null where it is none of these
 * @throws where it is damaged, or costs too much
 */
export async function readText(file: FileOnDisk): Promise<Brought | null> {
  if ((await stat(file.path)).size > LARGEST) throw new TooCostly('memory');
  const ending = endingOf(file.name);
  const kind = previewKind(file);
  if (kind === 'document') return fromDocx(file.path);
  if (kind === 'office' && ending === 'pptx') return presentationDeck(file.path, MOST_PICTURES);
  if (kind === 'office' && ending === 'odt') return fromOpenDocument(file.path);
  if (ending === 'xlsx') return workbookSheets(file.path);
  if (ending === 'csv' || ending === 'tsv') return fromTable(file.path, file.name);
  if (!['text', 'markdown'].includes(kind)) return null;
  const text = (await readFile(file.path, 'utf8')).slice(0, LONGEST_PAGE);
  if (ending === 'html' || ending === 'htm' || file.mediaType.startsWith('text/html'))
    return { html: cleanPage(text), markdown: null, pictures: [] };
  return { html: null, markdown: kind === 'markdown' ? text : asParagraphs(text), pictures: [] };
}

/** Comma-separated values (RFC 4180) as a sheet, whatever separates them. */
async function fromTable(path: string, name: string): Promise<Brought> {
  const text = (await readFile(path, 'utf8')).slice(0, LONGEST_PAGE).replace(/^\uFEFF/, '');
  const [line = ''] = text.split('\n', 1);
  const tabs = name.toLowerCase().endsWith('.tsv') || line.includes('\t');
  const delimiter = tabs ? '\t' : line.split(';').length > line.split(',').length ? ';' : ',';
  const rows = dsvFormat(delimiter).parseRows(text);
  return { html: null, markdown: `${sheetMarkdown(name.replace(/\.\w+$/, ''), rows)}\n`, pictures: [] };
}

/** By which a picture stands in what was read, until it has its name on the page. */
export const pictureMark = (no: number): string => `brought:${no}`;

async function fromDocx(path: string): Promise<Brought> {
  if (!(await unpacksWithin(path, MOST_UNPACKED))) throw new TooCostly('memory');
  const pictures: Uint8Array[] = [];
  const { value } = await mammoth.convertToHtml(
    { buffer: await readFile(path) },
    {
      convertImage: mammoth.images.imgElement(async (image) => {
        if (pictures.length >= MOST_PICTURES) return { src: '' };
        return { src: pictureMark(pictures.push(new Uint8Array(await image.readAsBuffer())) - 1) };
      })
    }
  );
  return { html: cleanPage(withNotes(value)), markdown: null, pictures };
}

/** Notes that were gathered at the end stand where they belong again. */
function withNotes(html: string): string {
  const notes = new Map<string, string>();
  const text = html.replace(
    /<li id="(footnote|endnote)-(\w+)">([^]*?)<\/li>/g,
    (_, kind: string, id: string, said: string) => {
      notes.set(
        `${kind}-${id}`,
        said
          .replace(/<[^>]*>|↑/g, '')
          .replace(/"/g, '&quot;')
          .trim()
      );
      return '';
    }
  );
  return text
    .replace(
      /<sup><a href="#((?:footnote|endnote)-\w+)"[^>]*>[^<]*<\/a><\/sup>/g,
      (_, id: string) => `<sup data-footnote="${notes.get(id) ?? ''}"></sup>`
    )
    .replace(/<ol>\s*<\/ol>/g, '');
}

async function fromOpenDocument(path: string): Promise<Brought> {
  const { html, pictures } = await openDocumentHtml(path, MOST_PICTURES);
  return { html: cleanPage(html), markdown: null, pictures };
}

/** What was written without any marks keeps its lines, and none of its characters means more than itself. */
const asParagraphs = (text: string): string =>
  text
    .replaceAll('\r\n', '\n')
    .replace(/[\\`*_{}[\]()#+\-.!<>&$~|^]/g, '\\$&')
    .replace(/\n(?!\n)/g, '\n\n');
