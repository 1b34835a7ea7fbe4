import { z } from 'zod';
import { AROUND, LONGEST_QUOTE, MOST_POINTS, MOST_STROKES } from './bounds';

/** A part of a picture, in thousandths of its width and height. */
const Part = z.number().int().min(0).max(1000);
const Seconds = z.number().min(0).max(100_000);

/** Of a PDF, which sheet; counted from 1. */
const Sheet = z.number().int().min(1).max(5000).optional();
const Stroke = z
  .array(z.tuple([Part, Part]))
  .min(2)
  .max(MOST_POINTS);

/** What of a piece a remark speaks of. It stands with the round, whose bytes never change. */
export const Anchor = z.discriminatedUnion('on', [
  z.strictObject({ on: z.literal('whole') }),
  /** Words as the piece is shown, by where they begin; with what stands around them, should the showing change. */
  z.strictObject({
    on: z.literal('words'),
    start: z.number().int().min(0).max(10_000_000),
    quote: z.string().min(1).max(LONGEST_QUOTE),
    before: z.string().max(AROUND),
    after: z.string().max(AROUND),
    sheet: Sheet
  }),
  /** A point of a picture, or an area that begins there. */
  z
    .strictObject({ on: z.literal('area'), x: Part, y: Part, width: Part, height: Part, sheet: Sheet })
    .refine(({ x, y, width, height }) => x + width <= 1000 && y + height <= 1000),
  /** Drawn by hand on a picture or a sheet. */
  z.strictObject({ on: z.literal('ink'), strokes: z.array(Stroke).min(1).max(MOST_STROKES), sheet: Sheet }),
  /** A cell of a table, by its row and column below the names of the columns, both from 0; with what it says. `table`: which, of several. */
  z.strictObject({
    on: z.literal('cell'),
    table: z.string().max(200),
    row: z.number().int().min(0).max(1_000_000),
    column: z.number().int().min(0).max(20_000),
    says: z.string().max(120)
  }),
  /** A moment of a recording, or a stretch up to another one. */
  z
    .strictObject({ on: z.literal('moment'), from: Seconds, to: Seconds.nullable() })
    .refine(({ from, to }) => to === null || to > from)
]);
export type Anchor = z.infer<typeof Anchor>;
