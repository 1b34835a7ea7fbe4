import { z } from 'zod';
import { Decimal } from '../decimal';
import { rounded, type Rounding } from './rounding';

const Band = z.object({
  name: z.string().trim().min(1, 'Every band needs a name.').max(20),
  /** The lowest percent that lies in it. */
  from: z.number().min(0).max(200)
});
export type Band = z.infer<typeof Band>;

/** In what a grade is said: percent, a line from nothing to everything such as 1 to 6 or 0 to 20, or bands with names. */
export const Scale = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('percent') }),
  z
    .object({ kind: z.literal('line'), from: z.number().min(0).max(1000), to: z.number().min(0).max(1000) })
    .refine(({ from, to }) => from !== to, 'Nothing and everything are the same on this scale.'),
  z.object({
    kind: z.literal('bands'),
    bands: z
      .array(Band)
      .min(2, 'A scale of bands has two at least.')
      .max(30)
      .refine((bands) => bands.every(({ from }, i) => i === 0 || from < (bands[i - 1]?.from ?? Infinity)), {
        message: 'The bands stand from the highest to the lowest, each beginning below the one before.'
      })
      .refine((bands) => bands.at(-1)?.from === 0, { message: 'The lowest band begins at 0 %.' })
  })
]);
export type Scale = z.infer<typeof Scale>;

/** A result in its scale: as it is written, and the figure behind it that wishes and charts compare. */
export interface Scaled {
  text: string;
  /** In percent where the scale has bands, else in the scale's own unit. */
  figure: Decimal;
}

/**
 * Percent as the scale says them. Rounded here and nowhere else: bands are looked up by the rounded percent, a line is rounded in
 * its own unit.
 *
 * @param percent exact, 0 to 100 and beyond where extra credit leads there
 */
export function inScale(percent: Decimal, scale: Scale, rounding: Rounding): Scaled {
  if (scale.kind === 'percent') {
    const figure = rounded(percent, rounding);
    return { text: `${figure.toString()} %`, figure };
  }
  if (scale.kind === 'line') {
    const figure = rounded(percent.div(100).mul(new Decimal(scale.to).sub(scale.from)).add(scale.from), rounding);
    return { text: figure.toString(), figure };
  }
  const figure = rounded(percent, rounding);
  const band = scale.bands.find(({ from }) => figure.gte(from)) ?? scale.bands.at(-1);
  return { text: band?.name ?? '', figure };
}

/** Whether one result is at least as good as another: on a line that leads down, less is better. */
export const atLeast = (one: Decimal, other: Decimal | number, scale: Scale): boolean =>
  scale.kind === 'line' && scale.to < scale.from ? one.lte(other) : one.gte(other);

/**
 * The figure that a wish names: a band's first percent, or the number on the scale.
 *
 * @returns null where the scale knows no such result
 */
export function wished(text: string, scale: Scale): Decimal | null {
  const said = text.trim();
  if (scale.kind === 'bands') {
    const band = scale.bands.find(({ name }) => name.toLowerCase() === said.toLowerCase());
    return band ? new Decimal(band.from) : null;
  }
  const figure = /^\d{1,4}([.,]\d{1,3})?\s*%?$/.test(said)
    ? new Decimal(said.replace(/\s*%$/, '').replace(',', '.'))
    : null;
  if (figure === null || scale.kind === 'percent') return figure;
  const [low, high] = [Math.min(scale.from, scale.to), Math.max(scale.from, scale.to)];
  return figure.gte(low) && figure.lte(high) ? figure : null;
}

/** A scale that courses can take over, with how its results are rounded. */
export interface NamedScale {
  title: string;
  scale: Scale;
  rounding: Rounding;
}

/** Scales that schools use, to begin with: each can be changed for the course. */
export const SCALES: readonly NamedScale[] = [
  { title: 'Percent', scale: { kind: 'percent' }, rounding: { step: 0.1, how: 'half-up' } },
  { title: '0 to 20', scale: { kind: 'line', from: 0, to: 20 }, rounding: { step: 0.5, how: 'half-up' } },
  { title: '1 to 6, six is best', scale: { kind: 'line', from: 1, to: 6 }, rounding: { step: 0.5, how: 'half-up' } },
  { title: '6 to 1, one is best', scale: { kind: 'line', from: 6, to: 1 }, rounding: { step: 0.1, how: 'half-up' } },
  {
    title: 'Letters',
    scale: {
      kind: 'bands',
      bands: [
        { name: 'A', from: 90 },
        { name: 'B', from: 80 },
        { name: 'C', from: 70 },
        { name: 'D', from: 60 },
        { name: 'E', from: 50 },
        { name: 'F', from: 0 }
      ]
    },
    rounding: { step: 1, how: 'half-up' }
  },
  {
    title: 'Passed or not',
    scale: {
      kind: 'bands',
      bands: [
        { name: 'Passed', from: 50 },
        { name: 'Not passed', from: 0 }
      ]
    },
    rounding: { step: 0.1, how: 'half-up' }
  }
];
