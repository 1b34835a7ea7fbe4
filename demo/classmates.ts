import { DAY, HOUR, MINUTE, type Moment } from '../src/lib/core/time/moment';
import type { DemoAssignment } from './read-world';

/** What a classmate does on one assignment. The same for the same names, so that every loading looks alike. */
export type ClassmateDeed =
  | { do: 'submit'; at: Moment; text: string; names: string[] }
  | { do: 'return'; at: Moment; points: number | null; remark: string }
  | { do: 'look'; at: Moment }
  | { do: 'declare'; at: Moment };

const REMARKS = [
  'Sound work. Say next time how sure you are of the third figure.',
  'The first half is the best that you have written for this course.',
  'You have the method. Slow down at the last step.',
  'Good eye. The units are missing in two places.',
  'This is thin where it matters most: the reason. Two sentences more would do.'
];

/**
 * A classmate's way through an assignment: most are on time, one in eight is late, one in nine hands in nothing.
 *
 * @param now the moment of loading; nothing happens after it
 */
export function classmate(
  name: string,
  assignment: DemoAssignment,
  due: Moment | null,
  set: Moment,
  now: Moment
): ClassmateDeed[] {
  if (assignment.class === 'none') return [];
  const chance = dice(`${name} ${assignment.key}`);
  if (chance() < 1 / 9) return [];
  const end = due ?? now;
  if (assignment.settles === 'declared') return [{ do: 'declare', at: between(set, Math.min(end, now), chance()) }];
  if (assignment.class === 'early' && chance() > 0.22) return [];
  const at = handInAt(assignment, set, end, now, chance);
  if (at >= now - HOUR) return [];
  const text = `${assignment.title}\n${name}\n\nWritten on the island, with cold hands.\n`;
  return [
    { do: 'submit', at, text, names: assignment.deliverables.map((place) => place.title) },
    ...answer(assignment, at, now, chance)
  ];
}

type Chance = () => number;

function handInAt(assignment: DemoAssignment, set: Moment, end: Moment, now: Moment, chance: Chance): Moment {
  const couldBeLate = assignment.class !== 'early' && assignment.closes === undefined;
  if (couldBeLate && chance() < 1 / 8) return Math.round(end + chance() * 30 * HOUR);
  return between(Math.max(set, end - 3 * DAY), Math.min(end, now) - 10 * MINUTE, chance());
}

/** What the teacher did with it, if they have come to it by now. */
function answer(assignment: DemoAssignment, submittedAt: Moment, now: Moment, chance: Chance): ClassmateDeed[] {
  const at = Math.round(submittedAt + (1 + chance() * 3) * DAY);
  if (at >= now - HOUR || assignment.class === 'early' || (assignment.class === 'waiting' && chance() < 0.6)) return [];
  if (assignment.settles === 'looked-at') return [{ do: 'look', at }];
  const most = assignment.points;
  const points = most === undefined ? null : Math.round(most * (0.55 + 0.45 * chance()) * 2) / 2;
  return [{ do: 'return', at, points, remark: REMARKS[Math.floor(chance() * REMARKS.length)] ?? '' }];
}

function between(from: Moment, to: Moment, share: number): Moment {
  return Math.round(from + Math.max(0, to - from) * share);
}

/** A small repeatable stream of numbers from 0 to 1 (mulberry32, seeded by FNV-1a of the text). */
export function dice(seed: string): () => number {
  let state = 2_166_136_261;
  for (const letter of seed) state = Math.imul(state ^ (letter.codePointAt(0) ?? 0), 16_777_619);
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}
