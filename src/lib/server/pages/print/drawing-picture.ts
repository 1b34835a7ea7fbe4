import type { JSONContent } from '@tiptap/core';
import sharp from 'sharp';
import { drawingSvg } from '$core/drawings/svg';
import { strokesOf } from '$core/pages/nodes/drawing';
import { walk } from '$core/pages/walk';

/** By which a drawing is known among the pictures of a page that is printed. */
const nameOf = (no: number) => `drawings/${no}.png`;

/** A page on which each drawing is a picture, and those pictures: for forms that know no drawings. */
export async function withDrawings(
  page: JSONContent,
  picture: (name: string) => Promise<Uint8Array | null>
): Promise<{ page: JSONContent; picture: (name: string) => Promise<Uint8Array | null> }> {
  const found: JSONContent[] = [];
  walk(page, (node) => {
    if (node.type === 'drawing') found.push(node);
    return node.type !== 'drawing';
  });
  if (found.length === 0) return { page, picture };
  const made = new Map<string, Uint8Array>();
  for (const [no, node] of found.entries()) made.set(nameOf(no), await drawingPng(node, picture));
  let no = 0;
  const replaced = (node: JSONContent): JSONContent =>
    node.type === 'drawing'
      ? { type: 'image', attrs: { src: nameOf(no++), alt: String(node.attrs?.alt ?? '') } }
      : node.content
        ? { ...node, content: node.content.map(replaced) }
        : node;
  return { page: replaced(page), picture: async (name) => made.get(name) ?? picture(name) };
}

/** A drawing with the picture below it, as PNG. */
export async function drawingPng(
  node: JSONContent,
  picture: (name: string) => Promise<Uint8Array | null>
): Promise<Uint8Array> {
  const svg = Buffer.from(await drawingFile(node, picture));
  return new Uint8Array(await sharp(svg, { density: 96 }).resize({ width: 1600 }).png().toBuffer());
}

/** A drawing as an SVG file that needs nothing beside it. */
export async function drawingFile(
  node: JSONContent,
  picture: (name: string) => Promise<Uint8Array | null>
): Promise<string> {
  const under = String(node.attrs?.under ?? '');
  const bytes = under === '' ? null : await picture(under);
  const type = under.endsWith('.png') ? 'png' : 'jpeg';
  const address = bytes && `data:image/${type};base64,${Buffer.from(bytes).toString('base64')}`;
  return drawingSvg(strokesOf(node), String(node.attrs?.alt ?? ''), address);
}
