import { z } from 'zod';

/** How long a submit waits in the course `c`, as one JSON value; null before there is a habit (`core/courses/pace.ts`). */
export const PACE = (course: string) => `case when ${course}.usual_wait_seconds is not null then
  json_build_object('median', ${course}.usual_wait_seconds, 'spread', coalesce(${course}.usual_wait_spread_seconds, 0)) end`;
export const PaceRow = z.object({ median: z.number(), spread: z.number() }).nullable();

/** Days of the school's calendar on which nothing is marked, as one JSON value. */
export const PAUSES = `coalesce((select json_agg(json_build_object('title', d.title, 'first', d.first_day, 'last', d.last_day)
  order by d.first_day) from calendar_days d), '[]')`;
export const PauseRow = z.object({ title: z.string(), first: z.string(), last: z.string() });
