import type { GradeItem } from './items';
import { placeOf, type Category, type Scheme } from './scheme';

/**
 * The same grade by the slow way that is plainly right: whole fractions, and every choice of what is left out tried. For small
 * cases, to hold the other one against.
 *
 * @returns the result before it is rounded, in percent, as a fraction; null while nothing counts
 */
export function gradeByTrying(
  scheme: Scheme,
  items: readonly GradeItem[],
  zero: (item: GradeItem) => boolean
): Fraction | null {
  const tried = scheme.categories.map((category) => waysOf(category, scheme, items, zero));
  const categories =
    scheme.between === 'weights'
      ? tried.map((ways, i) => bestOf([ways], [scheme.categories[i]])[0])
      : bestOf(tried, scheme.categories);
  const sum = summed(scheme, categories);
  if (sum === null) return null;
  const below = scheme.categories.some(({ minimum }, i) => {
    const { earned, of } = categories[i] ?? NONE;
    return minimum !== null && of.n > 0n && less(over(earned, of), over(fraction(minimum), fraction(100)));
  });
  const ceilings = [scheme.most, below ? scheme.failedAtMost : null].filter((most) => most !== null);
  return ceilings.map(fraction).reduce((a, b) => (less(b, a) ? b : a), sum);
}

function summed(scheme: Scheme, categories: ReadonlyArray<Total | undefined>): Fraction | null {
  let [top, bottom, bonus] = [NOTHING, NOTHING, NOTHING];
  for (const [i, category] of scheme.categories.entries()) {
    const { earned, of } = categories[i] ?? NONE;
    const weight = fraction(category.weight);
    if (scheme.between === 'points') {
      top = plus(top, earned);
      bottom = category.bonus ? bottom : plus(bottom, of);
    } else if (of.n > 0n && category.bonus) bonus = plus(bonus, times(over(earned, of), weight));
    else if (of.n > 0n) {
      top = plus(top, times(over(earned, of), weight));
      bottom = plus(bottom, weight);
    }
  }
  return bottom.n === 0n ? null : plus(times(over(top, bottom), fraction(100)), bonus);
}

/** A fraction as a decimal of so many digits after the point, cut off. */
export function digits({ n, d }: Fraction, count: number): string {
  const whole = (n * 10n ** BigInt(count)) / d;
  const text = whole.toString().padStart(count + 1, '0');
  return `${text.slice(0, -count)}.${text.slice(-count)}`;
}

export interface Fraction {
  n: bigint;
  d: bigint;
}

interface Piece {
  id: string;
  earned: Fraction;
  of: Fraction;
  extra: boolean;
}

/** Of every choice in each category, the ones whose sum is best; worst where highest are left out. What only adds is a part of what was earned alone. */
function bestOf(tried: Total[][], categories: Array<Category | undefined>): Total[] {
  let combined: Total[][] = [[]];
  for (const ways of tried) combined = combined.flatMap((before) => ways.map((way) => [...before, way]));
  const alone = categories.length === 1;
  const adds = (i: number) => !alone && categories[i]?.bonus === true;
  const lowers = categories.some((category, i) => category && !adds(i) && category.dropHighest > 0);
  const valued = (ways: Total[]) =>
    valueOf(
      ways.reduce(
        (sum, way, i) => ({ earned: plus(sum.earned, way.earned), of: adds(i) ? sum.of : plus(sum.of, way.of) }),
        NONE
      )
    );
  // Of those that are as good, the one in which each category stands best: one of them is so in all.
  const stands = (ways: Total[], best: Total[]) =>
    ways.every((way, i) => !less(valueOf(way), valueOf(best[i] ?? NONE))) &&
    ways.some((way, i) => less(valueOf(best[i] ?? NONE), valueOf(way)));
  return combined.reduce((best, ways) => {
    const [now, then] = [valued(ways), valued(best)];
    if (lowers ? less(now, then) : less(then, now)) return ways;
    return !less(now, then) && !less(then, now) && stands(ways, best) ? ways : best;
  });
}

/** Every way of leaving out and of replacing in one category, with what it comes to. */
function waysOf(
  category: Category,
  scheme: Scheme,
  items: readonly GradeItem[],
  zero: (item: GradeItem) => boolean
): Total[] {
  const pieces = items.flatMap((item): Piece[] => {
    const place = placeOf(scheme, item.id);
    if (place?.category !== category.id || item.excused) return [];
    const piece = pieceOf(item, place, category.inside, zero(item) && !place.extra);
    return piece ? [piece] : [];
  });
  const extra = pieces.filter((p) => p.extra).reduce((a, p) => plus(a, p.earned), NOTHING);
  const pool = pieces.filter((p) => !p.extra && p.of.n > 0n);
  const by = items.find(({ id }) => id === category.replace?.by);
  const standIn = category.replace && by && !by.excused ? shareOf(by) : null;
  const high = Math.min(category.dropHighest, Math.max(0, pool.length - 1));
  const low = Math.min(category.dropLowest, Math.max(0, pool.length - high - 1));
  if (high > 0 && low > 0) {
    const sorted = [...pool].sort((a, b) => (less(a.earned, b.earned) ? -1 : 1));
    return [total(sorted.slice(low, sorted.length - high), extra)];
  }
  const most = standIn ? (category.replace?.most ?? 0) : 0;
  return subsets(pool, high + low).flatMap((left) => {
    const kept = pool.filter((p) => !left.includes(p));
    return Array.from({ length: Math.min(most, kept.length) + 1 }, (_, n) => n).flatMap((n) =>
      subsets(kept, n)
        .filter((stood) => !stood.some(({ id }) => id === category.replace?.by))
        .map((stood) =>
          total(
            kept.map((p) => (stood.includes(p) && standIn ? { ...p, earned: times(standIn, p.of) } : p)),
            extra
          )
        )
    );
  });
}

function pieceOf(
  item: GradeItem,
  place: { extra: boolean; weight: number | null },
  inside: Category['inside'],
  zero: boolean
): Piece | null {
  const share = zero ? NOTHING : shareOf(item);
  if (share === null) return null;
  const piece = (earned: Fraction, of: Fraction): Piece => ({
    id: item.id,
    earned,
    of: place.extra ? NOTHING : of,
    extra: place.extra
  });
  if (inside === 'passes')
    return item.passed === null && !zero ? null : piece(less(share, fraction(1)) ? NOTHING : fraction(1), fraction(1));
  if (inside === 'alike') return piece(share, fraction(1));
  if (inside === 'shares')
    return place.weight === null ? null : piece(times(share, fraction(place.weight)), fraction(place.weight));
  return item.possible === null ? null : piece(times(share, fraction(item.possible)), fraction(item.possible));
}

function shareOf({ earned, possible, passed }: GradeItem): Fraction | null {
  if (earned !== null && possible !== null) return over(fraction(earned), fraction(possible));
  return passed === null ? null : fraction(passed ? 1 : 0);
}

function subsets<T>(all: readonly T[], count: number): T[][] {
  if (count === 0) return [[]];
  return all.flatMap((one, i) => subsets(all.slice(i + 1), count - 1).map((rest) => [one, ...rest]));
}

const total = (pieces: readonly Piece[], extra: Fraction) => ({
  earned: pieces.reduce((a, p) => plus(a, p.earned), extra),
  of: pieces.reduce((a, p) => plus(a, p.of), NOTHING)
});
type Total = ReturnType<typeof total>;
const valueOf = ({ earned, of }: Total) => (of.n === 0n ? earned : over(earned, of));

const fraction = (value: number): Fraction => reduced({ n: BigInt(Math.round(value * 10_000)), d: 10_000n });
const NOTHING: Fraction = { n: 0n, d: 1n };
const NONE: Total = { earned: NOTHING, of: NOTHING };
const plus = (a: Fraction, b: Fraction) => reduced({ n: a.n * b.d + b.n * a.d, d: a.d * b.d });
const times = (a: Fraction, b: Fraction) => reduced({ n: a.n * b.n, d: a.d * b.d });
const over = (a: Fraction, b: Fraction) => reduced({ n: a.n * b.d, d: a.d * b.n });
const less = (a: Fraction, b: Fraction) => a.n * b.d < b.n * a.d;

function reduced({ n, d }: Fraction): Fraction {
  const by = common(n < 0n ? -n : n, d) || 1n;
  return { n: n / by, d: d / by };
}
const common = (a: bigint, b: bigint): bigint => (b === 0n ? a : common(b, a % b));
