import { z } from 'zod';
import { Scale, type Band, type NamedScale } from './scales';

/** Bands as somebody writes them: one on a line, its name and the percent from which it holds. */
const BandLine = /^(.{1,20}?)[\s:]+(?:from\s+)?(\d{1,3}(?:[.,]\d{1,2})?)\s*%?$/;

/**
 * A scale out of a form without scripts.
 *
 * @param bands  lines such as "A 90" or "Very good: 87.5 %", in any order; read where `kind` is `bands`
 * @param ends   the results for nothing and for everything; read where `kind` is `line`
 */
export const ScaleForm = z
  .object({
    kind: z.enum(['percent', 'line', 'bands']),
    from: z.coerce.number().catch(0),
    to: z.coerce.number().catch(20),
    bands: z.string().max(2000).default('')
  })
  .transform(({ kind, from, to, bands }, context): unknown => {
    if (kind === 'percent') return { kind };
    if (kind === 'line') return { kind, from, to };
    const lines = bands.split('\n').filter((line) => line.trim() !== '');
    const read = lines.flatMap((line): Band[] => {
      const [, name = '', figure = ''] = BandLine.exec(line.trim()) ?? [];
      return name === '' ? [] : [{ name: name.trim(), from: Number(figure.replace(',', '.')) }];
    });
    if (read.length === lines.length) return { kind, bands: read.sort((a, b) => b.from - a.from) };
    context.addIssue('Write each band on a line of its own: its name, then the percent from which it holds.');
    return z.NEVER;
  })
  .pipe(Scale);

/** What a scale's form holds for a scale that is there. */
export function scaleLines(scale: Scale): { kind: Scale['kind']; from: number; to: number; bands: string } {
  const line = scale.kind === 'line' ? scale : { from: 0, to: 20 };
  const bands = scale.kind === 'bands' ? scale.bands.map(({ name, from }) => `${name} ${from}`).join('\n') : '';
  return { kind: scale.kind, from: line.from, to: line.to, bands };
}

/** In what results are said, in a line: "from 0 to 20", "A from 90 %, B from 80 %, C". */
export function scaleWords({ scale }: Pick<NamedScale, 'scale'>): string {
  if (scale.kind === 'percent') return 'in percent';
  if (scale.kind === 'line') return `from ${scale.from} for nothing to ${scale.to} for everything`;
  return scale.bands.map(({ name, from }) => (from > 0 ? `${name} from ${from} %` : `else ${name}`)).join(', ');
}
