import type { Moment } from '../time/moment';

/** To whom a portfolio is open besides its owner. Each is apart from the others, and none of them may change anything. */
export interface Reach {
  /** Teachers of its owner's courses. */
  teachers: boolean;
  /** Everybody in these courses. */
  courses: readonly string[];
  /** Everybody in the school, who find it by name. */
  school: boolean;
}

/** A link that opens it for whoever has it. */
export interface ShareLink {
  id: string;
  /** What stands in its address: long and random, or a name that its owner chose and that can be guessed. */
  token: string;
  named: boolean;
  /** For whom it was made, as its owner says. */
  label: string;
  endsAt: Moment | null;
  locked: boolean;
  revokedAt: Moment | null;
  madeAt: Moment;
}

/** Who comes by. */
export type Visitor = { as: 'stranger' } | { as: 'school' } | { as: 'teacher' } | { as: 'course'; course: string };

/** Whether a visitor who comes without a link sees what is published. */
export function isOpenTo(reach: Reach, visitor: Visitor): boolean {
  if (visitor.as === 'stranger') return false;
  if (reach.school) return true;
  if (visitor.as === 'teacher') return reach.teachers;
  return visitor.as === 'course' && reach.courses.includes(visitor.course);
}

/** What a link does at a moment. */
export type LinkState = 'open' | 'locked' | 'over' | 'revoked';

/** @param unlocked whoever comes by has said its password */
export function linkState(
  link: Pick<ShareLink, 'endsAt' | 'locked' | 'revokedAt'>,
  unlocked: boolean,
  now: Moment
): LinkState {
  if (link.revokedAt !== null) return 'revoked';
  if (link.endsAt !== null && link.endsAt <= now) return 'over';
  return link.locked && !unlocked ? 'locked' : 'open';
}

/** To whom it is open, in words. @param links those that open it now */
export function reachWords(reach: Reach, titles: ReadonlyMap<string, string>, links: number): string {
  const who = [
    ...(reach.school ? ['everybody in the school'] : []),
    ...(reach.teachers ? ['your teachers'] : []),
    ...reach.courses.map((id) => `everybody in ${titles.get(id) ?? 'a course'}`),
    ...(links > 0 ? [links === 1 ? 'whoever has its link' : `whoever has one of its ${links} links`] : [])
  ];
  if (who.length === 0) return 'Only you see it.';
  const last = who.pop() ?? '';
  return `Open to ${who.length > 0 ? `${who.join(', ')} and ${last}` : last}.`;
}
