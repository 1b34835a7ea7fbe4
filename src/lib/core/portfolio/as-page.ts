import { pictureName } from '../pages/picture-name';
import type { Block } from './blocks';
import type { Body, PortfolioPage } from './body';

/** Of a file: what it is called, and of a picture the bytes that are shown. */
export interface Named {
  name: string;
  picture: { sha256: string; mediaType: string } | null;
}

/**
 * A portfolio, or one page of it, as one page of Markdown with its pictures: what a packet takes as a copy, and what is printed.
 *
 * @param pages   those that are in it, in their order
 * @param files   what the files are, by their ids
 */
export function asMarkdown(
  body: Pick<Body, 'title' | 'about'>,
  pages: readonly PortfolioPage[],
  files: ReadonlyMap<string, Named>
): string {
  const [only] = pages;
  const head =
    pages.length === 1 && only
      ? [`# ${plain(only.title)}`]
      : [`# ${plain(body.title)}`, ...(body.about === '' ? [] : [plain(body.about)])];
  const parts = pages.flatMap((page) => [
    ...(pages.length > 1 ? [`## ${plain(page.title)}`] : []),
    ...page.blocks.flatMap((block) => partOf(block, files))
  ]);
  return `${[...head, ...parts].join('\n\n')}\n`;
}

function partOf(block: Block, files: ReadonlyMap<string, Named>): string[] {
  return [...(block.title === '' ? [] : [`### ${plain(block.title)}`]), ...inside(block, files)];
}

function inside(block: Block, files: ReadonlyMap<string, Named>): string[] {
  switch (block.kind) {
    case 'text':
      return [block.markdown.trim()].filter(Boolean);
    case 'gallery':
      return block.pictures.flatMap(({ file, caption }) => shown(file, caption, files));
    case 'link':
      return [`<${block.url}>`, ...[block.look.title, block.caption].filter(Boolean).map(plain)];
    case 'work':
      return [
        plain(`From ${block.course}.`),
        ...block.files.flatMap((file) => shown(file, '', files)),
        ...block.links.map((url) => `<${url}>`),
        ...(block.caption === '' ? [] : [plain(block.caption)]),
        ...(block.said ? [`> ${plain(block.said.words)}`, `> ${plain(block.said.by)}`] : [])
      ];
    case 'achieved':
      return [
        block.items.map(({ what, when }) => `- ${plain(when === '' ? what : `${what}, ${when}`)}`).join('\n')
      ].filter(Boolean);
    default:
      return shown(block.file, block.caption, files);
  }
}

function shown(id: string, caption: string, files: ReadonlyMap<string, Named>): string[] {
  const file = files.get(id);
  if (!file) return [];
  const words = caption === '' ? [] : [plain(caption)];
  return file.picture
    ? [`![${plain(caption || file.name)}](${pictureName(file.picture)})`, ...words]
    : [`**${plain(file.name)}**`, ...words];
}

/** Words that stand for themselves in Markdown (CommonMark 2.4), on one line. */
const plain = (text: string): string =>
  text
    .replace(/\s+/g, ' ')
    .trim()
    .replace(/[\\`*_{}[\]<>()#+!|~$-]/g, '\\$&');
