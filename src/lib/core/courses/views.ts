import type { Moment } from '../time/moment';
import type { CourseRole } from '../people/policy';
import type { CalendarDays } from './calendar';
import type { StandingRules } from './rules';

/** A course in a list of one's courses. */
export interface CourseCard {
  id: string;
  slug: string;
  title: string;
  emblem: string;
  role: CourseRole;
  archived: boolean;
}

/** An invitation that waits for its person's answer. */
export interface PendingInvitation {
  id: string;
  courseTitle: string;
  emblem: string;
  by: string;
  role: CourseRole;
  expires: Moment;
}

/** A notice that has not been read, on the Desk. */
export interface DeskNotice {
  id: string;
  title: string;
  courseSlug: string;
  courseTitle: string;
  emblem: string;
  by: string;
  at: Moment;
}

/** What every page of a course shows at its head. */
export interface CourseHead {
  id: string;
  slug: string;
  title: string;
  emblem: string;
  zone: string;
  unitWord: string;
  role: CourseRole;
  archived: boolean;
  teachers: string[];
  /** Students say things to the whole course where they like. */
  studentsBegin: boolean;
}

/** Whom to ask, and when they are there. */
export interface Contact {
  who: string;
  how: string;
  hours: string;
}

/** What holds for the whole course. */
export interface CourseAbout {
  goalsMd: string;
  goalsHtml: string;
  policiesMd: string;
  policiesHtml: string;
  contacts: Contact[];
  /** Its last day, `YYYY-MM-DD` in its zone; null where that is not known. */
  endsOn: string | null;
  rules: StandingRules;
  calendar: CalendarDays[];
}

/** A file of the course's own. */
export interface MaterialView {
  id: string;
  title: string;
  name: string;
  size: number;
  mediaType: string;
}

/** Someone in a course. */
export interface RosterEntry {
  id: string;
  name: string;
  role: CourseRole;
  joined: Moment;
  joinedBy: 'school' | 'phrase' | 'invitation';
  left: Moment | null;
}

/** An invitation as the teacher who sent it sees it. */
export interface SentInvitation {
  id: string;
  email: string;
  role: CourseRole;
  at: Moment;
  expires: Moment;
  state: 'pending' | 'accepted' | 'withdrawn' | 'over';
  acceptedBy: string | null;
  /** What the mail server said, where the invitation could not be delivered. */
  undelivered: string | null;
}

/** A course as its row says what stands in it. */
export interface CourseGlance extends CourseCard {
  teachers: string[];
  /** What the reader holds: a student's own work, or the rounds that wait with a teacher. */
  withYou: number;
  /** What came back and was not looked at yet. */
  cameBack: number;
  /** A student's work that waits with the teachers. */
  withTeacher: number;
  /** What a student has to hand over next; null where nothing with a date lies ahead. */
  next: { id: string; title: string; due: Moment } | null;
}
