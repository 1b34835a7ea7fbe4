import type { DeskGroup } from '$core/packets/desk';

/** What each group of the Desk is called, and what it tells. */
export const GROUP_WORDS: Record<DeskGroup, { title: string; about: string }> = {
  'needs-you': { title: 'Needs you now', about: 'Overdue, due within a day, or waiting for you to act.' },
  'with-you': { title: 'With you, coming up', about: 'Nothing submitted yet. The nearest due moment stands first.' },
  'no-date': { title: 'With you, no due date', about: 'In your own time.' },
  'with-teacher': { title: 'With your teachers', about: 'Submitted and waiting. The longest wait stands first.' },
  settled: { title: 'Settled', about: 'Nobody holds these any more.' },
  closed: { title: 'Closed', about: 'These closed without a round standing. Your teacher can extend them for you.' }
};
