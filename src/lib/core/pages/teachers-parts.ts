import { cut } from '../cut';
import type { JSONContent } from '@tiptap/core';
import { HEADS, textOf, walk } from './walk';

/** A part of a page that only its teacher fills, when the work is marked. */
export interface TeachersPart {
  id: string;
  /** The words before it. */
  label: string;
  content: JSONContent[];
}

/** What of a page its teacher fills, in its order. */
export function teachersPartsOf(page: JSONContent): TeachersPart[] {
  const found: TeachersPart[] = [];
  let label = '';
  walk(page, (node) => {
    if (HEADS.has(node.type ?? '')) label = textOf(node) || label;
    if (node.type !== 'teachersPart') return true;
    found.push({ id: String(node.attrs?.id ?? ''), label: cut(label, 200), content: node.content ?? [] });
    return false;
  });
  return found;
}

/** The page with what its teacher filled in, by the names of the parts. Everything else stays as it is. */
export function withTeachersParts(page: JSONContent, filled: ReadonlyMap<string, JSONContent[]>): JSONContent {
  if (page.type === 'teachersPart') {
    const content = filled.get(String(page.attrs?.id ?? ''));
    return content && content.length > 0 ? { ...page, content } : page;
  }
  return page.content ? { ...page, content: page.content.map((child) => withTeachersParts(child, filled)) } : page;
}

/** The parts that stand otherwise on a copy than on what it was made of: those that were filled. */
export function filledSince(before: JSONContent, copy: JSONContent): Map<string, JSONContent[]> {
  const given = new Map(teachersPartsOf(before).map(({ id, content }) => [id, JSON.stringify(content)]));
  return new Map(
    teachersPartsOf(copy).flatMap(({ id, content }) =>
      given.has(id) && given.get(id) !== JSON.stringify(content) ? [[id, content] as const] : []
    )
  );
}
