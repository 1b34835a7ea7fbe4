/** Why something about a plan is not done. */
export const PLAN_REFUSALS = [
  'sitting-in-the-past',
  'sitting-gone',
  'too-many-pinned',
  'nothing-runs',
  'no-calendar',
  'calendar-unreached',
  'too-many-calendars',
  'calendar-too-large'
] as const;
export type PlanRefusal = (typeof PLAN_REFUSALS)[number];

/** The same for whoever plans. */
export const planRefusalWords = (why: PlanRefusal): string => WORDS[why];
const WORDS: Record<PlanRefusal, string> = {
  'sitting-in-the-past': 'That time has passed. Put it somewhere ahead.',
  'sitting-gone': 'That session is not there any more: it was changed in another window. Read the page again.',
  'too-many-pinned': 'So many sessions are pinned that no more fit. Let some of them go.',
  'nothing-runs': 'No session runs just now.',
  'no-calendar': 'That is no calendar that can be read. Nothing was changed: it has to be an iCalendar file (.ics).',
  'calendar-unreached':
    'Nothing came back from that address. Nothing was changed: look at it in a browser, and try again.',
  'too-many-calendars': 'Ten calendars are the most. Take one away first.',
  'calendar-too-large': 'That calendar is larger than 2 MB. Nothing was changed: bring a part of it.'
};
