/** How a must-do item is met: by the student's own tick, or by doing what it says. */
export const MET_BY = ['tick', 'aside', 'floor', 'material', 'piece'] as const;
export type MetBy = (typeof MET_BY)[number];

export interface MustDo {
  id: string;
  text: string;
  optional: boolean;
  metBy: MetBy;
  met: boolean;
}

/** How an item is met, for someone who sees it for the first time; null where ticking is all there is to it. */
export function metByWords(metBy: MetBy): string | null {
  return MET_BY_WORDS[metBy];
}

/** "2 of 3 done"; optional items are never counted as lacking. Null where nothing is required. */
export function mustDoWords(items: readonly MustDo[]): string | null {
  const required = items.filter((item) => !item.optional);
  if (required.length === 0) return null;
  return `${required.filter((item) => item.met).length} of ${required.length} done`;
}

const MET_BY_WORDS: Record<MetBy, string | null> = {
  tick: null,
  aside: 'Ticks itself when you write to your teacher below.',
  floor: 'Ticks itself when you write on the open floor below.',
  material: 'Ticks itself when you have opened every material.',
  piece: 'Ticks itself when a piece is in your packet.'
};
