import { z } from 'zod';
import { DAY, type Moment } from '../time/moment';
import { absolute } from '../time/words';
import { Temporal } from 'temporal-polyfill';

/** What happened in a student's week, course by course: what anybody at home may know, and no word of what was written. */
export const Digest = z.object({
  student: z.string(),
  from: z.number(),
  to: z.number(),
  courses: z.array(
    z.object({
      title: z.string(),
      /** Titles of what was announced to the whole course. */
      announced: z.array(z.string()),
      set: z.array(z.object({ title: z.string(), due: z.number().nullable() })),
      submitted: z.array(z.object({ title: z.string(), late: z.boolean() })),
      /** Was due and is not there. */
      late: z.array(z.object({ title: z.string(), due: z.number() })),
      returned: z.array(
        z.object({ title: z.string(), points: z.number().nullable(), of: z.number().nullable(), again: z.boolean() })
      )
    })
  )
});
export type Digest = z.infer<typeof Digest>;

/** Nothing at all happened. */
export const isQuietWeek = ({ courses }: Digest): boolean =>
  courses.every(
    ({ announced, set, submitted, late, returned }) =>
      announced.length + set.length + submitted.length + late.length + returned.length === 0
  );

/**
 * The week of which is told at a moment: it ended with the latest Sunday at five in the afternoon on the student's clocks.
 *
 * @returns its name, the day of that Sunday, and its two ends
 */
export function weekTold(now: Moment, zone: string): { week: string; from: Moment; to: Moment } {
  const here = Temporal.Instant.fromEpochMilliseconds(now).toZonedDateTimeISO(zone);
  let end = here
    .subtract({ days: here.dayOfWeek % 7 })
    .with({ hour: 17, minute: 0, second: 0, millisecond: 0, microsecond: 0, nanosecond: 0 });
  if (end.epochMilliseconds > now) end = end.subtract({ weeks: 1 });
  return {
    week: end.toPlainDate().toString(),
    from: end.subtract({ weeks: 1 }).epochMilliseconds,
    to: end.epochMilliseconds
  };
}

/** A week in words, for a mail in plain text. */
export function digestText(digest: Digest, zone: string): string {
  const { courses, to } = digest;
  if (isQuietWeek(digest)) return 'Nothing was announced, set, submitted or returned this week.';
  return courses
    .flatMap((course) => {
      const lines = digestLines(course, zone, to);
      return lines.length === 0 ? [] : [`${course.title}\n${lines.map((line) => `- ${line}`).join('\n')}`];
    })
    .join('\n\n');
}

/** What a course's part of it says, a sentence each. */
export function digestLines(course: Digest['courses'][number], zone: string, now: Moment): string[] {
  const when = (at: Moment | null) => (at === null ? 'without a date' : `due ${absolute(at, zone, now)}`);
  return [
    ...course.announced.map((title) => `Announced to the course: ${title}`),
    ...course.set.map(({ title, due }) => `Set: ${title}, ${when(due)}`),
    ...course.submitted.map(({ title, late }) => `Submitted${late ? ' late' : ''}: ${title}`),
    ...course.late.map(({ title, due }) => `Overdue, nothing is there: ${title}, ${when(due)}`),
    ...course.returned.map(({ title, points, of, again }) =>
      again
        ? `Came back, to be done again: ${title}`
        : `Came back: ${title}${points === null || of === null ? '' : `, ${points} of ${of} points`}`
    )
  ];
}

/** A digest that could not be sent for so long is not sent any more: the next one comes. */
export const STALE = 3 * DAY;
