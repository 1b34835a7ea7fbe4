import { cut } from '../cut';
import ICAL from 'ical.js';
import type { BusyTime } from '../plan/inputs';
import type { Stretch } from '../plan/free-time';
import { DAY, type Moment } from '../time/moment';
import { fromWallClock, isZone } from '../time/wall-clock';
import { zoneBlock } from './zone-block';

/** What a calendar says of when its owner is busy. */
export interface BusyRead {
  /** What it calls itself; empty where it does not. */
  name: string;
  times: BusyTime[];
  /** More lay in it than is taken: what is left out lies furthest ahead. */
  cut: boolean;
}

/** Far more than a calendar of a year holds. */
export const MOST_TIMES = 3000;
/** Steps of one recurring event that are looked at: one that happens every second from long ago ends here. */
const MOST_STEPS = 20_000;

/**
 * When a calendar's owner is busy between two moments (RFC 5545): recurring events one by one, with what was moved, added and taken out;
 * what was cancelled, or takes no time, is none of it.
 *
 * @param zone the owner's, for times that name none
 * @returns null where the text is no calendar
 */
export function busyTimes(text: string, between: Stretch, zone: string): BusyRead | null {
  const calendar = parsed(text);
  if (calendar === null) return null;
  return withZones(calendar, between, () => allTimes(calendar, between, zone));
}

function allTimes(calendar: ICAL.Component, between: Stretch, zone: string): BusyRead {
  const times: BusyTime[] = [];
  let endless = false;
  for (const events of groups(calendar.getAllSubcomponents('vevent'))) {
    const [main, ...moved] = events;
    if (!main) continue;
    for (const one of moved) main.relateException(one);
    endless = occurrences(main, between, (at) => momentOf(at, zone), times) || endless;
    if (times.length > MOST_TIMES) break;
  }
  times.sort((a, b) => a.from - b.from || (a.title < b.title ? -1 : 1));
  const name = calendar.getFirstPropertyValue('name') ?? calendar.getFirstPropertyValue('x-wr-calname');
  return {
    name: typeof name === 'string' ? cut(name, 200) : '',
    times: times.slice(0, MOST_TIMES),
    cut: endless || times.length > MOST_TIMES
  };
}

function parsed(text: string): ICAL.Component | null {
  try {
    const jcal: unknown = ICAL.parse(text.replace(/^\uFEFF/, ''));
    const [first] = Array.isArray(jcal) && Array.isArray(jcal[0]) ? jcal : [jcal];
    const component = new ICAL.Component(first as unknown[]);
    return component.name === 'vcalendar' ? component : null;
  } catch {
    return null;
  }
}

/**
 * Does something while the zones of a calendar are known by the names that its times use: those that it brings along, and those that it
 * only names and that there are (IANA).
 */
function withZones<T>(calendar: ICAL.Component, between: Stretch, work: () => T): T {
  const known = ICAL.TimezoneService;
  const brought = calendar.getAllSubcomponents('vtimezone').map((block) => new ICAL.Timezone(block));
  for (const zone of brought) known.register(zone, zone.tzid);
  const named = namesOfZones(calendar).filter((name) => !known.has(name) && isZone(name));
  for (const name of named)
    known.register(new ICAL.Timezone(zoneBlock(name, between.from - YEAR, between.to + YEAR)), name);
  try {
    return work();
  } finally {
    known.reset();
  }
}
const YEAR = 366 * DAY;

function namesOfZones(calendar: ICAL.Component): string[] {
  const names = new Set<string>();
  for (const event of calendar.getAllSubcomponents('vevent'))
    for (const property of event.getAllProperties()) {
      const name = property.getFirstParameter('tzid');
      if (name !== undefined && names.size < MOST_ZONES) names.add(name);
    }
  return [...names];
}
const MOST_ZONES = 40;

/** Each event with the occurrences of it that were moved; one that was moved and whose event is not there stands by itself. */
function groups(parts: readonly ICAL.Component[]): ICAL.Event[][] {
  const byUid = new Map<string, ICAL.Event[]>();
  let alone = 0;
  for (const part of parts) {
    if (part.getFirstPropertyValue('dtstart') === null) continue;
    const event = new ICAL.Event(part);
    const uid = event.uid || `alone ${alone++}`;
    const known = byUid.get(uid);
    if (known) known.push(event);
    else byUid.set(uid, [event]);
  }
  return [...byUid.values()].flatMap((events) => {
    const main = events.find((event) => !event.isRecurrenceException());
    return main
      ? [[main, ...events.filter((event) => event !== main && event.isRecurrenceException())]]
      : events.map((event) => [event]);
  });
}

/** @returns whether it was broken off */
function occurrences(event: ICAL.Event, between: Stretch, at: (time: ICAL.Time) => Moment, times: BusyTime[]): boolean {
  if (!event.isRecurring()) {
    take(event, event.startDate, event.endDate, between, at, times);
    return false;
  }
  const steps = event.iterator();
  for (let step = 0; step < MOST_STEPS; step++) {
    const next = steps.next() as ICAL.Time | undefined;
    if (!next || at(next) > between.to) return false;
    const { item, startDate, endDate } = event.getOccurrenceDetails(next);
    take(item, startDate, endDate, between, at, times);
    if (times.length > MOST_TIMES) return true;
  }
  return true;
}

function take(
  event: ICAL.Event,
  start: ICAL.Time,
  end: ICAL.Time,
  between: Stretch,
  at: (time: ICAL.Time) => Moment,
  times: BusyTime[]
): void {
  const of = (name: string) => String(event.component.getFirstPropertyValue(name) ?? '').toUpperCase();
  if (of('status') === 'CANCELLED' || of('transp') === 'TRANSPARENT') return;
  const [from, to] = [at(start), at(end)];
  if (to > from && to > between.from && from < between.to)
    times.push({ title: cut(String(event.summary ?? ''), 200), from, to });
}

/** A time of the calendar as a moment; one in no zone is meant on the owner's clocks. */
function momentOf(time: ICAL.Time, own: string): Moment {
  if (time.zone !== ICAL.Timezone.localTimezone) return time.toUnixTime() * 1000;
  const two = (n: number) => String(n).padStart(2, '0');
  const day = `${String(time.year).padStart(4, '0')}-${two(time.month)}-${two(time.day)}`;
  return fromWallClock(`${day}T${two(time.hour)}:${two(time.minute)}:${two(time.second)}`, own).moment;
}
