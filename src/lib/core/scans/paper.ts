/** Sizes that a sheet is taken for. `free`: as it is. */
export const PAPERS = ['a4', 'letter', 'free'] as const;
export type Paper = (typeof PAPERS)[number];

/** Sides in millimetres, the shorter first (ISO 216; ANSI/ASME Y14.1 size A). */
const SIDES = { a4: [210, 297], letter: [215.9, 279.4] } as const;

export const PAPER_WORDS: Record<Paper, string> = { a4: 'A4', letter: 'Letter', free: 'As it is' };

/** Of two sizes that lie as near as these do, neither is taken for granted. */
const NEAR = 0.045;

/** The size that a sheet probably has, from how much higher than wide it looks. */
export function paperOf(heightToWidth: number): Paper {
  const long = Math.max(heightToWidth, 1 / heightToWidth);
  const off = (paper: 'a4' | 'letter') => Math.abs(Math.log((long * SIDES[paper][0]) / SIDES[paper][1]));
  const nearest = off('a4') <= off('letter') ? 'a4' : 'letter';
  return off(nearest) <= NEAR ? nearest : 'free';
}

/** Millimetres of a sheet, as it lies on the photograph. A free one is as long as A4. */
export function millimetres(paper: Paper, heightToWidth: number): { width: number; height: number } {
  const [short, long] =
    paper === 'free' ? [SIDES.a4[1] * Math.min(heightToWidth, 1 / heightToWidth), SIDES.a4[1]] : SIDES[paper];
  return heightToWidth >= 1 ? { width: short, height: long } : { width: long, height: short };
}

/** Dots per inch of a cleaned sheet, in black and white and with greys. */
export const DOTS = { crisp: 200, soft: 150 } as const;

/** Pixels of a cleaned sheet; never more than the photograph can tell. */
export function pixels(
  size: { width: number; height: number },
  dots: number,
  longestSeen: number
): { width: number; height: number } {
  const wanted = (millimetre: number) => (millimetre / 25.4) * dots;
  const scale = Math.min(1, (longestSeen * 1.25) / wanted(Math.max(size.width, size.height)));
  return { width: Math.round(wanted(size.width) * scale), height: Math.round(wanted(size.height) * scale) };
}
