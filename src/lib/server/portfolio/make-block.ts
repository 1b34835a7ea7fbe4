import { cut } from '$core/cut';
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import {
  achievedFromLines,
  LONGEST_TEXT,
  MOST_PICTURES,
  pictureMark,
  WIDTHS,
  type Block
} from '$core/portfolio/blocks';
import type { PortfolioRefusal } from '$core/portfolio/refusals';
import { pictureName } from '$core/pages/picture-name';
import { webAddress } from '$core/links/address';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { clock } from '../clock';
import { select } from '../db/connection';
import type { StoredFile } from '../blobs/stored-file';
import { soundPath } from '../blobs/sound';
import { lookAtLink } from '../links/look';
import { mayLookNow } from '../links/pace';
import { parseApart } from '../parsing/pool';
import { briefFromMarkdown } from '../rich-text/brief-from-markdown';
import type { Outcome } from '../outcome';
import { bringFile, noteStored, type ShownAs } from './files';
import { workOf } from './returned-work';

/** What a form says of a part of a page: those fields are read that its kind has. */
export const BlockFields = z.object({
  title: z.string().trim().max(200, 'A title holds 200 characters at most.').default(''),
  width: z.enum(WIDTHS).default('whole'),
  caption: z.string().trim().max(500, 'A caption holds 500 characters at most.').default(''),
  text: z.string().max(LONGEST_TEXT, 'That is more text than one part holds. Begin another part.').default(''),
  url: z.string().trim().max(2000).default(''),
  /** Files of the Shelf. */
  fileIds: z.array(z.uuid()).max(MOST_PICTURES).default([]),
  /** A round that came back: its packet's id and its number. */
  work: z.union([z.string().regex(/^[0-9a-f-]{36} \d{1,3}$/), z.literal('')]).default(''),
  remarks: z.boolean().default(false)
});
export type BlockFields = z.infer<typeof BlockFields>;
type Made = Outcome<{ block: Block }, PortfolioRefusal | PieceRefusal>;

/**
 * A part of a page out of what its owner chose. Nothing is laid on the page yet; files that it brings are the portfolio's from then on.
 *
 * @throws NotHere where a file, the portfolio or the work is not theirs; TooCostly where a text is tangled beyond what can be shown
 */
export async function makeBlock(
  person: Actor,
  portfolioId: string,
  kind: Block['kind'],
  fields: BlockFields
): Promise<Made> {
  const any = { id: randomUUID(), title: fields.title, width: fields.width };
  const { caption } = fields;
  switch (kind) {
    case 'text':
      return made({ ...any, kind, markdown: fields.text, html: await briefFromMarkdown(fields.text) });
    case 'achieved':
      return made({ ...any, kind, items: achievedFromLines(fields.text) });
    case 'gallery':
      return gallery(person, portfolioId, any, fields);
    case 'link':
      return link(person, portfolioId, any, fields);
    case 'work': {
      const work = await workOf(person, portfolioId, fields.work, fields.remarks);
      return made({ ...any, kind, caption, ...work });
    }
    default:
      return oneFile(person, portfolioId, kind, any, fields);
  }
}

const made = (block: Block): Made => ({ ok: true, block });
type AnyPart = Pick<Block, 'id' | 'title' | 'width'>;

async function oneFile(
  person: Actor,
  portfolioId: string,
  kind: ShownAs,
  any: AnyPart,
  { caption, fileIds: [fileId] }: BlockFields
): Promise<Made> {
  if (fileId === undefined) return { ok: false, why: 'no-file' };
  const brought = await bringFile(person, portfolioId, { fileId }, kind);
  if (!brought.ok) return brought;
  const part = { ...any, file: brought.id, caption };
  if (kind !== 'page') return made({ ...part, kind });
  return made({ ...part, kind, ...(await written(portfolioId, brought.file)) });
}

/** A page that was written here, with its pictures as files of the portfolio. */
async function written(portfolioId: string, file: StoredFile): Promise<{ html: string; pictures: string[] }> {
  let html = await parseApart('page-html', { path: await soundPath(file) });
  const pictures: string[] = [];
  for (const picture of await select(Picture, PICTURES, [file.sha256])) {
    const id = await noteStored(portfolioId, { name: 'picture', sha256: picture.sha256, picture: true });
    pictures.push(id);
    html = html.replaceAll(pictureName(picture), pictureMark(id));
  }
  return { html, pictures };
}
const Picture = z.object({ sha256: z.string(), mediaType: z.string() });
const PICTURES = `
  select b.sha256, b.media_type as "mediaType" from blob_pictures i join blobs b on b.sha256 = i.picture_sha256 where i.sha256 = $1 limit 200`;

async function gallery(person: Actor, portfolioId: string, any: AnyPart, { fileIds }: BlockFields): Promise<Made> {
  const pictures: Array<{ file: string; caption: string }> = [];
  for (const fileId of new Set(fileIds)) {
    const brought = await bringFile(person, portfolioId, { fileId }, 'picture');
    if (!brought.ok) return brought;
    pictures.push({ file: brought.id, caption: '' });
  }
  return pictures.length === 0 ? { ok: false, why: 'no-file' } : made({ ...any, kind: 'gallery', pictures });
}

async function link(person: Actor, portfolioId: string, any: AnyPart, { url, caption }: BlockFields): Promise<Made> {
  const address = webAddress(url);
  if (address === null) return { ok: false, why: 'no-address' };
  if (!mayLookNow(person, clock.now())) return { ok: false, why: 'looked-too-often' };
  const look = await lookAtLink(address);
  const [seen] = await select(z.object({ sha256: z.string() }), PICTURED, [look.id]);
  const picture = seen ? await noteStored(portfolioId, { name: `${address}.png`, ...seen, picture: true }) : null;
  const { title, excerpt, verdict, at } = look;
  return made({
    ...any,
    kind: 'link',
    url: address,
    caption,
    look: { title, excerpt: cut(excerpt, 600), verdict, at, picture }
  });
}
const PICTURED = 'select picture_sha256 as sha256 from link_looks where id = $1 and picture_sha256 is not null';
