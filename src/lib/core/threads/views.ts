import { z } from 'zod';
import type { Posted } from '../pieces/posted-words';
import type { Moment } from '../time/moment';

/** What something that is said points at. */
export const About = z.object({
  kind: z.enum(['place', 'piece', 'round', 'criterion']),
  id: z.string().min(1).max(60),
  name: z.string().min(1).max(255)
});
export type About = z.infer<typeof About>;

/** A file beside what was said. */
export interface SaidFile {
  id: string;
  name: string;
  size: number;
  mediaType: string;
}

/** Something said on an open floor or aside. */
export interface PostView {
  id: string;
  by: string;
  teaches: boolean;
  mine: boolean;
  at: Moment;
  /** Cleaned by the server. */
  html: string;
  /** As it was written, for putting it right without a script. */
  body: string;
  about: About | null;
  files: SaidFile[];
  /** What it answers; null where it answers nothing. */
  answersTo: { id: string; by: string; says: string } | null;
  /** It stands first. */
  pinned: boolean;
  /** It was taken down: by whom and why. Then its author and the teachers alone read what it said. */
  takenDown: { by: string; why: string } | null;
  edited: boolean;
  /** Somebody else has read it. */
  heard: boolean;
  /** The reader of the page had not, before. */
  fresh: boolean;
}

/** How an open floor is kept by its teachers, and what its reader has said there. */
export interface FloorKept {
  /** Students see what others said once they have said something. */
  hides: boolean;
  /** Nothing more is said there by students. */
  closed: boolean;
  posted: Posted;
}

/** Where something is said, as the forms name it. */
export interface SaidWhere {
  assignmentId?: string;
  noticeId?: string;
  /** For an aside that belongs to no assignment. */
  courseId?: string;
}
