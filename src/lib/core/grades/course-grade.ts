import { Decimal } from '../decimal';
import type { Moment } from '../time/moment';
import { zeroFrom } from './absent';
import { shareOf, worthOf, type GradeItem } from './items';
import { keptAt, leaveOut, type Filled, type Kept, type Weighted } from './left-out';
import { exactly } from './rounding';
import { inScale, type Scaled } from './scales';
import { placeOf, type Category, type Scheme } from './scheme';

/** What became of one item in the reckoning. */
export type Part = 'counts' | 'zero' | 'replaced' | 'lowest' | 'highest' | 'extra' | 'open' | 'excused' | 'outside';

/** One assignment in a category, with what it brings. */
export interface ItemWork {
  id: string;
  title: string;
  part: Part;
  /** So much of so much, in the unit of its category; null while it brings nothing. */
  earned: Decimal | null;
  of: Decimal | null;
}

/** A category with its sum. */
export interface CategoryWork {
  category: Category;
  items: ItemWork[];
  earned: Decimal;
  of: Decimal;
  /** Earned over of; null where nothing in it can be measured yet. */
  share: Decimal | null;
  /** Its minimum is not reached; null where it has none, or nothing is there yet. */
  below: boolean | null;
}

/** A teacher's own word in place of the reckoning. */
export interface Override {
  says: string;
  reason: string;
  by: string;
  at: Moment;
}

/** What a course counts beside points. */
export interface Beside {
  credits: { granted: number; target: number } | null;
  stages: { through: number; of: number } | null;
}

/** A course's grade with all its reckoning, so that every figure can be explained. */
export interface CourseGrade {
  categories: CategoryWork[];
  /** Assignments that no category takes. */
  outside: ItemWork[];
  /** What the categories add up to, in percent and exact; null while nothing counts. */
  sum: Decimal | null;
  /** The same once it was held to what the scheme allows at most. */
  percent: Decimal | null;
  /** What held it: the most that the scheme gives, or a minimum that is not reached. */
  heldBy: 'most' | 'minimum' | null;
  /** In the course's scale, rounded; null while nothing counts. */
  result: Scaled | null;
  override: Override | null;
  /** Whether it is passed so; null where the scheme says nothing of passing. */
  passed: boolean | null;
  beside: Beside;
}

export interface GradeMade {
  items: readonly GradeItem[];
  override?: Override | null;
  beside?: Beside;
  now: Moment;
  /** The course's IANA zone. */
  zone: string;
}

/**
 * What a course's results add up to by its scheme.
 *
 * Each category is the sum of what its assignments bring over the sum of what they could; the result is the weighed sum of the
 * categories over the weights of those in which there is anything, with bonus on top. Nothing is rounded on the way.
 */
export function courseGrade(
  scheme: Scheme,
  { items, override = null, beside = NONE, now, zone }: GradeMade
): CourseGrade {
  const placed = new Map(scheme.categories.map(({ id }) => [id, [] as Placed[]]));
  const outside: ItemWork[] = [];
  for (const item of items) {
    const place = placeOf(scheme, item.id);
    const list = placed.get(place?.category ?? '');
    if (!place || !list) outside.push(blank(item, 'outside'));
    else list.push({ item, place, zero: countsAsZero(scheme, item, now, zone) });
  }
  const byId = new Map(items.map((item) => [item.id, item]));
  const laid = scheme.categories.map((category) => laidOut(category, placed.get(category.id) ?? [], byId));
  const categories = chosen(scheme, laid);
  const sum = sumOf(scheme, categories);
  const { percent, heldBy } = held(scheme, categories, sum);
  return {
    categories,
    outside,
    sum,
    percent,
    heldBy,
    result: percent === null ? null : inScale(percent, scheme.scale, scheme.rounding),
    override,
    passed: passedBy(scheme, categories, percent, beside),
    beside
  };
}

interface Placed {
  item: GradeItem;
  place: { extra: boolean; weight: number | null };
  zero: boolean;
}

const NONE: Beside = { credits: null, stages: null };

/** Nothing is there, and by the scheme that is zero by now. Extra credit is never absent. */
function countsAsZero(scheme: Scheme, item: GradeItem, now: Moment, zone: string): boolean {
  if (!item.absent || item.excused) return false;
  const from = zeroFrom(scheme.absent, item.due, zone);
  return from !== null && from <= now;
}

const blank = ({ id, title }: GradeItem, part: Part): ItemWork => ({ id, title, part, earned: null, of: null });

/** What lies in a category, before anything is left out. */
interface Laid extends Filled {
  category: Category;
  parts: Map<string, ItemWork>;
}

function laidOut(category: Category, placed: readonly Placed[], all: ReadonlyMap<string, GradeItem>): Laid {
  const items: Weighted[] = [];
  const parts = new Map<string, ItemWork>();
  for (const { item, place, zero } of placed) {
    const worth = item.excused ? null : worthOf(item, place, category.inside, zero && !place.extra);
    if (worth) items.push({ id: item.id, ...worth });
    const part = item.excused ? 'excused' : !worth ? 'open' : place.extra ? 'extra' : zero ? 'zero' : 'counts';
    parts.set(item.id, { ...blank(item, part), earned: worth?.earned ?? null, of: worth?.of ?? null });
  }
  const by = category.replace ? all.get(category.replace.by) : undefined;
  return { category, rules: category, items, parts, standIn: by && !by.excused ? shareOf(by, false) : null };
}

/** Categories that weigh are each at their best by themselves; those that count by their points are so together. */
function chosen({ between }: Scheme, laid: readonly Laid[]): CategoryWork[] {
  if (between === 'weights') return laid.flatMap((one) => leaveOut([one]).map((kept) => categoryWork(one, kept)));
  // What only adds pays nothing for what it could have been.
  const bonus = new Map(laid.flatMap((one) => (one.category.bonus ? [[one, keptAt(one, ZERO)] as const] : [])));
  const added = [...bonus.values()].reduce((sum, { earned }) => sum.add(earned), ZERO);
  const counted = leaveOut(
    laid.filter(({ category }) => !category.bonus),
    added
  );
  return laid.flatMap((one) => {
    const kept = bonus.get(one) ?? counted.shift();
    return kept ? [categoryWork(one, kept)] : [];
  });
}

const ZERO = new Decimal(0);

function categoryWork({ category, parts }: Laid, kept: Kept): CategoryWork {
  const share = kept.of.isZero() ? null : kept.earned.div(kept.of);
  const { minimum } = category;
  return {
    category,
    items: [...parts].map(([id, work]) => ({ ...work, part: partOf(id, kept) ?? work.part })),
    earned: kept.earned,
    of: kept.of,
    share,
    below: minimum === null || share === null ? null : exactly(share.mul(100)).lt(minimum)
  };
}

function partOf(id: string, { lowest, highest, replaced }: Kept): Part | null {
  if (lowest.has(id)) return 'lowest';
  if (highest.has(id)) return 'highest';
  return replaced.has(id) ? 'replaced' : null;
}

/** Percent over all categories in which there is anything; null while there is nothing to measure. */
function sumOf({ between }: Scheme, categories: readonly CategoryWork[]): Decimal | null {
  let [top, bottom] = [new Decimal(0), new Decimal(0)];
  let bonus = new Decimal(0);
  for (const { category, earned, of, share } of categories) {
    if (between === 'points') {
      // A bonus by points adds its points; what has only extra credit adds that.
      top = top.add(earned);
      if (!category.bonus) bottom = bottom.add(of);
    } else if (share !== null && category.bonus) bonus = bonus.add(share.mul(category.weight));
    else if (share !== null) {
      top = top.add(share.mul(category.weight));
      bottom = bottom.add(category.weight);
    }
  }
  return bottom.isZero() ? null : top.div(bottom).mul(100).add(bonus);
}

function held(
  { most, failedAtMost }: Scheme,
  categories: readonly CategoryWork[],
  sum: Decimal | null
): Pick<CourseGrade, 'percent' | 'heldBy'> {
  if (sum === null) return { percent: null, heldBy: null };
  if (failedAtMost !== null && categories.some(({ below }) => below) && sum.gt(failedAtMost))
    return { percent: new Decimal(failedAtMost), heldBy: 'minimum' };
  return most !== null && sum.gt(most)
    ? { percent: new Decimal(most), heldBy: 'most' }
    : { percent: sum, heldBy: null };
}

function passedBy(
  { pass, passTakes }: Scheme,
  categories: readonly CategoryWork[],
  percent: Decimal | null,
  { credits, stages }: Beside
): boolean | null {
  const asks =
    pass !== null ||
    passTakes.credits ||
    passTakes.stages ||
    categories.some(({ category }) => category.minimum !== null);
  if (!asks) return null;
  if (categories.some(({ below }) => below === true)) return false;
  if (pass !== null && (percent === null || exactly(percent).lt(pass))) return false;
  if (passTakes.credits && credits !== null && credits.granted < credits.target) return false;
  return !(passTakes.stages && stages !== null && stages.through < stages.of);
}
