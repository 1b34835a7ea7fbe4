import { getSchema, type JSONContent } from '@tiptap/core';
import type { Schema } from '@tiptap/pm/model';
import { DEEPEST, LONGEST_PAGE, MOST_ELEMENTS, MOST_PICTURES } from './bounds';
import { pageExtensions } from './extensions';
import { PICTURE } from './picture-name';

let schema: Schema | null = null;
/** What a page may hold. */
export const pageSchema = (): Schema => (schema ??= getSchema(pageExtensions()));

/** What is wrong with something that claims to be a page; null where it is one. */
export function unsound(page: JSONContent): 'too-long' | 'no-page' | null {
  const left = { elements: MOST_ELEMENTS, characters: LONGEST_PAGE, pictures: MOST_PICTURES };
  if (!within(page, DEEPEST, left)) return left.characters < 0 ? 'too-long' : 'no-page';
  try {
    pageSchema().nodeFromJSON(page).check();
    return null;
  } catch {
    return 'no-page';
  }
}

function within(
  node: JSONContent,
  depth: number,
  left: { elements: number; characters: number; pictures: number }
): boolean {
  if (depth === 0 || --left.elements < 0) return false;
  if (node.type === 'text') left.characters -= node.text?.length ?? 0;
  for (const value of Object.values(node.attrs ?? {}))
    left.characters -= typeof value === 'string' ? value.length : (JSON.stringify(value) ?? '').length;
  const shows = pictureIn(node);
  if (shows !== null && (--left.pictures < 0 || !PICTURE.test(shows))) return false;
  if (left.characters < 0) return false;
  return (node.content ?? []).every((child) => within(child, depth - 1, left));
}

/** The names of the pictures on a page, each once. */
export function picturesOf(page: JSONContent): string[] {
  const names = new Set<string>();
  const walk = (node: JSONContent) => {
    const shows = pictureIn(node);
    if (shows !== null) names.add(shows);
    node.content?.forEach(walk);
  };
  walk(page);
  return [...names];
}

/** The picture that a node shows: a picture itself, or what lies below a drawing; null where it shows none. */
function pictureIn({ type, attrs }: JSONContent): string | null {
  if (type === 'image') return String(attrs?.src);
  return type === 'drawing' && typeof attrs?.under === 'string' && attrs.under !== '' ? attrs.under : null;
}
