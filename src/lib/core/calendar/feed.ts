import ICAL from 'ical.js';
import { DAY, type Moment } from '../time/moment';
import { fromWallClock, toWallClock } from '../time/wall-clock';
import { zoneBlock } from './zone-block';

/** Something that goes into somebody's calendar. */
export interface FeedEvent {
  /** Tells it from everything else for ever (RFC 5545, 3.8.4.7). */
  uid: string;
  title: string;
  from: Moment;
  to: Moment;
  /** The zone in whose clocks it is said. */
  zone: string;
  about: string;
  /** Where it leads. */
  url: string;
  /** Takes time: a sitting does, a due moment does not. */
  busy: boolean;
}

/** How often it changed since it first went out, and when it last did. */
export interface Told {
  sequence: number;
  changedAt: Moment;
}

/** One event as text (RFC 5545, 3.6.1). */
export function eventText(event: FeedEvent, { sequence, changedAt }: Told): string {
  const part = new ICAL.Component('vevent');
  part.updatePropertyWithValue('uid', event.uid);
  part.updatePropertyWithValue('dtstamp', utc(changedAt));
  part.updatePropertyWithValue('last-modified', utc(changedAt));
  part.updatePropertyWithValue('sequence', sequence);
  moment(part, 'dtstart', event.from, event.zone);
  if (event.to > event.from) moment(part, 'dtend', event.to, event.zone);
  part.updatePropertyWithValue('summary', event.title);
  part.updatePropertyWithValue('description', event.about);
  part.updatePropertyWithValue('url', event.url);
  part.updatePropertyWithValue('transp', event.busy ? 'OPAQUE' : 'TRANSPARENT');
  return part.toString();
}

/**
 * A whole calendar out of the texts of its events.
 *
 * @param zones those in which its events are said
 */
export function calendarText(name: string, texts: readonly string[], zones: readonly string[], now: Moment): string {
  const blocks = zones.map((zone) => knownBlock(zone, now));
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Vendro//Calendar//EN',
    'CALSCALE:GREGORIAN',
    'METHOD:PUBLISH',
    new ICAL.Property(['name', {}, 'text', name]).toICALString(),
    // RFC 7986, 5.7: how often to look again.
    'REFRESH-INTERVAL;VALUE=DURATION:PT1H',
    ...blocks,
    ...texts,
    'END:VCALENDAR'
  ];
  return `${lines.join('\r\n')}\r\n`;
}

/** A zone's clocks from a year ago to three years ahead; made once a month for each. */
function knownBlock(zone: string, now: Moment): string {
  const month = Math.floor(now / (30 * DAY));
  const key = `${zone} ${month}`;
  let text = blocks.get(key);
  if (text === undefined) {
    if (blocks.size > 200) blocks.clear();
    blocks.set(key, (text = zoneBlock(zone, now - 366 * DAY, now + 3 * 366 * DAY).toString()));
  }
  return text;
}
const blocks = new Map<string, string>();

const utc = (at: Moment) => ICAL.Time.fromJSDate(new Date(at), true);

/**
 * A moment on the clocks of its zone, named by TZID (RFC 5545, 3.3.5, form 3); in an hour that the clocks show twice, which of the two is
 * meant can only be said in UTC.
 */
function moment(part: ICAL.Component, name: string, at: Moment, zone: string): void {
  const local = toWallClock(at, zone, 'second');
  if (fromWallClock(local, zone).doubt !== null) {
    part.updatePropertyWithValue(name, utc(at));
    return;
  }
  const property = new ICAL.Property(name);
  property.setParameter('tzid', zone);
  property.setValue(ICAL.Time.fromDateTimeString(local));
  part.addProperty(property);
}
