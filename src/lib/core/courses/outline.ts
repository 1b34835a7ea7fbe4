import type { Holding } from '../packets/custody';
import type { Moment } from '../time/moment';

/** Something in a unit of the outline, in the order that the teacher gave. */
export type OutlineItem = {
  id: string;
  title: string;
  position: number;
  /** Students do not see it: hidden, a draft, or not due to appear before `visibleFrom`. */
  hidden: boolean;
  visibleFrom: Moment | null;
} & (
  | { kind: 'assignment'; due: Moment | null; points: number | null; holding: Holding; late: number | null }
  | { kind: 'material'; name: string; size: number; mediaType: string }
  | { kind: 'notice'; at: Moment; unread: boolean }
);

export interface OutlineUnit {
  /** Null for what lies in no unit. */
  id: string | null;
  title: string;
  starts: Moment | null;
  hidden: boolean;
  visibleFrom: Moment | null;
  items: OutlineItem[];
}

/**
 * The unit at which the outline opens: the last one that has started; where units have no dates, the first in which
 * the student still holds something; else the first.
 *
 * @returns its place in the list, or -1 where there are no units
 */
export function currentUnit(units: readonly OutlineUnit[], now: Moment): number {
  const started = units.findLastIndex((unit) => unit.starts !== null && unit.starts <= now);
  if (started >= 0) return started;
  const open = units.findIndex((unit) => openInside(unit).length > 0);
  return open >= 0 ? open : units.length > 0 ? 0 : -1;
}

/** What the student still holds in a unit: said beside it while it is collapsed. */
export function openInside(unit: Pick<OutlineUnit, 'items'>): OutlineItem[] {
  return unit.items.filter(
    (item) => item.kind === 'assignment' && item.holding.holder === 'student' && item.holding.standing !== 'closed'
  );
}

/** "2 still with you, 1 unread notice", or what the unit holds where nothing is open. */
export function insideWords(unit: Pick<OutlineUnit, 'items'>): string {
  const open = openInside(unit).length;
  const unread = unit.items.filter((item) => item.kind === 'notice' && item.unread).length;
  const words = [
    open > 0 ? `${open} still with you` : '',
    unread > 0 ? `${unread} unread ${unread === 1 ? 'notice' : 'notices'}` : ''
  ].filter((part) => part !== '');
  if (words.length > 0) return words.join(', ');
  return unit.items.length === 0 ? 'Empty' : unit.items.length === 1 ? '1 item' : `${unit.items.length} items`;
}

/**
 * Moves one element of a list.
 *
 * @param to the place that it has afterwards, 0 for the first; beyond the ends it goes to the end
 */
export function moved<T>(list: readonly T[], from: number, to: number): T[] {
  const rest = list.filter((_, i) => i !== from);
  const item = list[from];
  if (item === undefined) return [...list];
  rest.splice(Math.max(0, Math.min(to, rest.length)), 0, item);
  return rest;
}
