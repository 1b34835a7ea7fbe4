import { tzOffset } from '@date-fns/tz';
import { DAY, MINUTE, type Moment } from './moment';

const QUARTER = 15 * MINUTE;

/** How far the clocks of a zone are ahead of UTC over a stretch of time: since when, and by how many minutes. */
export interface ZoneOffsets {
  zone: string;
  from: Moment;
  until: Moment;
  changes: Array<[since: Moment, minutes: number]>;
}

/**
 * Milliseconds by which a zone's clocks are ahead of UTC at a moment.
 *
 * @throws RangeError where there is no such zone, or no such time
 */
export function offsetAt(moment: Moment, zone: string): number {
  const told = toldOf.get(zone);
  if (told && moment >= told.from && moment < told.until)
    return (told.changes.findLast(([since]) => since <= moment)?.[1] ?? 0) * MINUTE;
  // Lists ask for the same moments over and over: no zone changes within a quarter of an hour.
  const key = `${Math.floor(moment / QUARTER)} ${zone}`;
  let offset = offsets.get(key);
  if (offset === undefined) {
    offset = tzOffset(zone, new Date(moment)) * MINUTE;
    if (Number.isNaN(offset)) throw new RangeError(`No such time, or no such zone: ${moment}, ${zone}`);
    if (offsets.size > 20_000) offsets.clear();
    offsets.set(key, offset);
  }
  return offset;
}
const offsets = new Map<string, number>();
const toldOf = new Map<string, ZoneOffsets>();

/**
 * Takes somebody's word for the clocks of a zone. A browser's first look into its own table of zones costs more than all the
 * moments on a page, so that the server sends along what a page may need.
 */
export const tellOffsets = (told: ZoneOffsets): void => void toldOf.set(told.zone, told);

/** What {@link tellOffsets} takes, for the two years around a moment; the same all day long. */
export function offsetsAround(now: Moment, zone: string): ZoneOffsets {
  const day = Math.floor(now / DAY);
  const known = around.get(zone);
  if (known?.day === day) return known.offsets;
  const [from, until] = [(day - 365) * DAY, (day + 366) * DAY];
  const changes: ZoneOffsets['changes'] = [[from, offsetAt(from, zone) / MINUTE]];
  for (let at = from + DAY; at <= until; at += DAY)
    if (offsetAt(at, zone) !== offsetAt(at - DAY, zone)) changes.push(...changesWithin(at - DAY, at, zone));
  const found = { zone, from, until, changes };
  if (around.size > 500) around.clear();
  around.set(zone, { day, offsets: found });
  return found;
}
const around = new Map<string, { day: number; offsets: ZoneOffsets }>();

/** Clocks change at a full quarter of an hour of UTC. */
function changesWithin(from: Moment, until: Moment, zone: string): ZoneOffsets['changes'] {
  const found: ZoneOffsets['changes'] = [];
  for (let at = from + QUARTER; at <= until; at += QUARTER)
    if (offsetAt(at, zone) !== offsetAt(at - QUARTER, zone)) found.push([at, offsetAt(at, zone) / MINUTE]);
  return found;
}
