import type { Question } from '../question';

/** What was brought of a package: questions as a form takes them, and what could not be asked here, by question. */
export interface BroughtQuestions extends Pick<OpenedPackage, 'unread' | 'minutes' | 'oneByOne'> {
  questions: Question[];
}

/** What was read of a package of questions: what can be asked here, with the pictures; and what cannot, by question. */
export interface OpenedPackage {
  questions: Array<{ question: Question; picture: { name: string; alt: string; bytes: Uint8Array } | null }>;
  unread: Array<{ title: string; why: string }>;
  minutes: number | null;
  oneByOne: boolean;
}
