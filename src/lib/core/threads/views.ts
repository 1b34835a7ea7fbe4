import { z } from 'zod';
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
  edited: boolean;
  /** Somebody else has read it. */
  heard: boolean;
  /** The reader of the page had not, before. */
  fresh: boolean;
}

/** Where something is said, as the forms name it. */
export interface SaidWhere {
  assignmentId?: string;
  noticeId?: string;
  /** For an aside that belongs to no assignment. */
  courseId?: string;
}
