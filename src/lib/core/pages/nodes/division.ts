import type { JSONContent } from '@tiptap/core';
import type { Fence } from './fence';

/** What each kind of division is on a page. */
export type Divisions = Partial<Record<string, (fence: Fence, inside: JSONContent[] | JSONContent) => JSONContent>>;

/** What a part that holds something has at least. */
export const orEmpty = (inside: JSONContent[]): JSONContent[] => (inside.length > 0 ? inside : [{ type: 'paragraph' }]);

export const blocks = (inside: JSONContent[] | JSONContent): JSONContent[] =>
  Array.isArray(inside) ? inside : [inside];
