import type { Moment } from '../time/moment';
import type { Kind } from './kinds';

/** What the words of a tiding need; each kind uses some of it. */
export interface TidingFacts {
  /** Who did it, by name; absent where it is the hearer's own matter. */
  by?: string;
  round?: number;
  /** What came of it: another round, settled, handed back, kept… */
  how?: string;
  /** The first words of a message. */
  says?: string;
  due?: Moment | null;
  number?: string;
  /** What it is called, where it is no assignment. */
  title?: string;
}

/** Something that happened, as one person hears of it. */
export interface Tiding {
  id: string;
  kind: Kind;
  grouped: string;
  /** The assignment or notice that it is about; the course where it is about neither. */
  title: string;
  course: string | null;
  href: string;
  facts: TidingFacts;
  at: Moment;
  unread: boolean;
}
