import { Decimal } from '../decimal';
import type { Worth } from './items';
import type { Category } from './scheme';

/** An item of a category with what it is worth there. */
export interface Weighted extends Worth {
  id: string;
}

/** What a category holds, with its rules and the share that stands in for others where it is better; null while there is none. */
export interface Filled {
  rules: Pick<Category, 'dropLowest' | 'dropHighest' | 'replace'>;
  items: readonly Weighted[];
  standIn: Decimal | null;
}

/** What a category counts once its lowest and highest are left out and a better result stands in. */
export interface Kept {
  lowest: Set<string>;
  highest: Set<string>;
  replaced: Set<string>;
  earned: Decimal;
  of: Decimal;
}

/**
 * Which are left out of categories that are summed together, and for which a better result stands in.
 *
 * The lowest are those without which the result is highest, not those with the lowest percent: where assignments weigh differently
 * these can be others, and by the lowest percent a better mark could lower the grade. The highest are, likewise, those without which
 * the result is lowest. One result always stays.
 *
 * Found by Dinkelbach's method (Management Science 13, 1967): the best ratio of two sums is the best sum at the right price.
 *
 * @param added what comes on top of their sum
 */
export function leaveOut(together: readonly Filled[], added: Decimal = ZERO): Kept[] {
  if (together.every(keepsAll)) return together.map(whole);
  const onTop = { earned: added, of: ZERO };
  let price = ratioOf([onTop, ...together.map(({ items }) => summed(items))]);
  for (let turn = 1; ; turn++) {
    const at = price;
    const kept = together.map((filled) => keptAt(filled, at));
    const next = ratioOf([onTop, ...kept]);
    // What was chosen is one of several that are as good only where the price no longer moves; it does not move for long.
    if (next.sub(price).abs().lte(TRACE) || turn === MOST_TURNS) return kept;
    price = next;
  }
}

/** Nothing is left out of it, and nothing stands in. */
const keepsAll = ({ rules, standIn }: Filled): boolean =>
  rules.dropLowest === 0 && rules.dropHighest === 0 && (rules.replace === null || standIn === null);

const whole = ({ items }: Filled): Kept => ({
  lowest: new Set(),
  highest: new Set(),
  replaced: new Set(),
  ...summed(items)
});

/**
 * The best choice where what is kept pays a price for what it could have been. Of several that are as good for the result, the
 * one in which the category itself stands best, since a minimum is asked of that: below the price that is the one that counts
 * more, above it the one that counts less.
 *
 * @param price what one unit of `of` costs; zero where a category only adds
 */
export function keptAt(filled: Filled, price: Decimal): Kept {
  const kept = keptSo(filled, price, 'more');
  return beats(kept.earned, price.mul(kept.of)) ? keptSo(filled, price, 'less') : kept;
}

/** @param rather of choices that are as good, the one that counts more or less */
function keptSo({ rules, items, standIn }: Filled, price: Decimal, rather: Rather): Kept {
  const { dropLowest, dropHighest, replace } = rules;
  // What is left out stands first where the lowest are, and last where the highest are: both only where all count alike.
  const turned = (rather === 'more') === dropHighest > 0;
  const pool = items
    .filter(({ extra, of }) => !extra && of.gt(0))
    .sort((a, b) => bySurplus(a, b, price) || (turned ? b.of.cmp(a.of) : a.of.cmp(b.of)) || byId(a, b));
  const most = Math.min(dropHighest, Math.max(0, pool.length - 1));
  const [rest, top] = [pool.slice(0, pool.length - most), pool.slice(pool.length - most)];
  const fewest = Math.min(dropLowest, Math.max(0, rest.length - 1));
  const by = replace && standIn ? { share: standIn, most: replace.most, id: replace.by } : null;
  const choice = by
    ? withStandIn(rest, fewest, by, { price, rather })
    : { dropped: rest.slice(0, fewest).map(({ id }) => id), replaced: [] };
  const [lowest, replaced] = [new Set(choice.dropped), new Set(choice.replaced)];
  const counted = rest
    .filter(({ id }) => !lowest.has(id))
    .map((item) => (by && replaced.has(item.id) ? { ...item, earned: by.share.mul(item.of) } : item));
  const sums = summed([...counted, ...items.filter(({ extra }) => extra)]);
  return { lowest, highest: new Set(top.map(({ id }) => id)), replaced, ...sums };
}

interface StandIn {
  id: string;
  share: Decimal;
  most: number;
}
interface State {
  value: Decimal;
  /** What counts so far. */
  of: Decimal;
  dropped: string[];
  replaced: string[];
}

/** What is replaced need not be left out, nor the other way round: a table of the best sums so far, by how many of each. */
function withStandIn(pool: readonly Weighted[], drop: number, by: StandIn, at: At): State {
  let states = new Map<string, State>([['', { value: ZERO, of: ZERO, dropped: [], replaced: [] }]]);
  for (const item of pool) {
    const next = new Map<string, State>();
    for (const state of states.values())
      for (const grown of waysOn(state, item, drop, by, at.price)) keepBetter(next, grown, at.rather);
    states = next;
  }
  const full = [...states.values()].filter(({ dropped }) => dropped.length === drop);
  return full.reduce((a, b) => (isBetter(b, a, at.rather) ? b : a));
}

function waysOn(state: State, item: Weighted, drop: number, by: StandIn, price: Decimal): State[] {
  const { value, dropped, replaced } = state;
  const better = by.share.mul(item.of);
  const canStandIn = item.id !== by.id && replaced.length < by.most && better.gt(item.earned);
  const paid = value.sub(price.mul(item.of));
  const of = state.of.add(item.of);
  return [
    { ...state, value: paid.add(item.earned), of },
    ...(canStandIn ? [{ ...state, value: paid.add(better), of, replaced: [...replaced, item.id] }] : []),
    ...(dropped.length < drop ? [{ ...state, dropped: [...dropped, item.id] }] : [])
  ];
}

function keepBetter(states: Map<string, State>, state: State, rather: Rather): void {
  const key = `${state.dropped.length} ${state.replaced.length}`;
  const known = states.get(key);
  if (!known || isBetter(state, known, rather)) states.set(key, state);
}

function isBetter(one: State, other: State, rather: Rather): boolean {
  if (beats(one.value, other.value)) return true;
  if (beats(other.value, one.value)) return false;
  return rather === 'more' ? one.of.gt(other.of) : one.of.lt(other.of);
}

type Rather = 'more' | 'less';
interface At {
  price: Decimal;
  rather: Rather;
}

const MOST_TURNS = 60;
const ZERO = new Decimal(0);
/** Below this two prices are one: what forty digits leave beside the exact figure. */
const TRACE = new Decimal('1e-32');
/** Nearer than this are figures that differ by their reckoning alone. */
const ALIKE = new Decimal('1e-25');
const beats = (one: Decimal, other: Decimal) => one.sub(other).gt(ALIKE);
const byId = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : Number(a.id > b.id));

/** By what they bring beyond their price, the least first; 0 where that is the same. */
function bySurplus(a: Weighted, b: Weighted, price: Decimal): number {
  const more = a.earned.sub(b.earned).sub(price.mul(a.of.sub(b.of)));
  return more.abs().lte(ALIKE) ? 0 : more.cmp(0);
}

interface Sums {
  earned: Decimal;
  of: Decimal;
}
const add = (a: Sums, b: Sums): Sums => ({ earned: a.earned.add(b.earned), of: a.of.add(b.of) });
const summed = (items: readonly Sums[]) => items.reduce(add, { earned: ZERO, of: ZERO });

function ratioOf(sums: readonly Sums[]): Decimal {
  const { earned, of } = summed(sums);
  return of.isZero() ? ZERO : earned.div(of);
}
