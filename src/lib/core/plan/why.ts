import { absolute } from '../time/words';
import type { Moment } from '../time/moment';
import type { Why } from './planner';

/** Why a sitting stands where it does, in words. */
export function whyWords({ code, by }: Why, zone: string, now: Moment): string {
  const when = by === null || !Number.isFinite(by) ? '' : absolute(by, zone, now);
  switch (code) {
    case 'due':
      return `In time for ${when}, and before what is due later`;
    case 'overdue':
      return 'It is overdue: as soon as nothing else is late by it';
    case 'better':
      return `Early, so that another round still fits: in by ${when}`;
    case 'pace':
      return `A bit at a time: this much by ${when}`;
    case 'late':
      return when === '' ? 'In the first time that is left' : `After it is due, ${when}: no time is left before`;
    case 'undated':
      return 'It has no date: in what time is left';
  }
}
