import type { DeskGroup } from '$core/packets/desk';

/** What each group of the Desk is called, and what it tells. */
export const GROUP_WORDS: Record<DeskGroup, { title: string; about: string }> = {
  'needs-you': { title: 'Needs you now', about: 'Taken back, asked for again, overdue, closing, or due within a day.' },
  'came-back': { title: 'Came back, unread', about: 'Open one to see what your teacher says.' },
  'with-you': { title: 'With you, coming up', about: 'Nothing submitted yet. The nearest due moment stands first.' },
  'no-date': { title: 'With you, no due date', about: 'In your own time, in the order of the course.' },
  'with-teacher': { title: 'With your teachers', about: 'Submitted and waiting. The longest wait stands first.' },
  closed: { title: 'Closed', about: 'These closed without a round standing. Your teacher can extend them for you.' },
  settled: { title: 'Settled', about: 'Nobody holds these any more.' }
};

/** The kinds by which the Desk can be narrowed down, as they stand in its address. */
export const SHOWN_KINDS = ['needs-you', 'came-back', 'with-you', 'no-date', 'with-teacher'] as const;
