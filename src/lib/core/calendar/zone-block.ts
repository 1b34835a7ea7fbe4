import ICAL from 'ical.js';
import { Temporal } from 'temporal-polyfill';
import type { Moment } from '../time/moment';

/**
 * A time zone as calendars carry it (RFC 5545, 3.6.5): one observance for each change of its clocks between two moments, and the one that
 * holds at the first of them. Whoever reads it needs no table of zones of their own.
 *
 * @param zone IANA name
 */
export function zoneBlock(zone: string, from: Moment, to: Moment): ICAL.Component {
  const block = new ICAL.Component('vtimezone');
  block.updatePropertyWithValue('tzid', zone);
  const begin = Temporal.Instant.fromEpochMilliseconds(from).toZonedDateTimeISO(zone);
  let at: Temporal.ZonedDateTime | null = begin.getTimeZoneTransition('previous') ?? begin;
  block.addSubcomponent(observance(at));
  for (
    at = at.getTimeZoneTransition('next');
    at !== null && at.epochMilliseconds <= to;
    at = at.getTimeZoneTransition('next')
  )
    block.addSubcomponent(observance(at));
  return block;
}

/** From the first moment of an offset on. Its beginning is said on the clocks as they were before (RFC 5545, 3.6.5). */
function observance(at: Temporal.ZonedDateTime): ICAL.Component {
  const before = at.subtract({ seconds: 1 }).offsetNanoseconds / 1e9;
  const after = at.offsetNanoseconds / 1e9;
  const part = new ICAL.Component(after > before ? 'daylight' : 'standard');
  const local = at.toInstant().add({ seconds: before }).toZonedDateTimeISO('UTC').toPlainDateTime();
  part.updatePropertyWithValue('dtstart', ICAL.Time.fromDateTimeString(local.toString({ smallestUnit: 'second' })));
  part.updatePropertyWithValue('tzoffsetfrom', ICAL.UtcOffset.fromSeconds(before));
  part.updatePropertyWithValue('tzoffsetto', ICAL.UtcOffset.fromSeconds(after));
  part.updatePropertyWithValue('tzname', at.offset);
  return part;
}
