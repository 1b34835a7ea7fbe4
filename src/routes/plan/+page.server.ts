import { z } from 'zod';
import { topics } from '$core/live/topics';
import { DAY } from '$core/time/moment';
import { fromWallClock } from '$core/time/wall-clock';
import {
  keepPlanWish,
  pinSitting,
  PinnedSitting,
  startSitting,
  stopSitting,
  unpinSitting
} from '$server/plan/keep-plan';
import { readPlanInputs } from '$server/plan/read-plan';
import { action } from '../shared/action';
import { WholeText } from '../shared/fields';
import { signedIn } from '../shared/guard';
import { shows } from '../shared/shows';

const Query = z.object({
  view: z.enum(['week', 'month']).catch('week'),
  at: z.iso.date().nullable().catch(null)
});

/** As much of the past as may hold what one forgot to enter. */
const PAST = 120 * DAY;

export const load = async ({ locals, url, depends }) => {
  const person = signedIn(locals, url);
  const { view, at } = Query.parse({ view: url.searchParams.get('view'), at: url.searchParams.get('at') });
  const inputs = await readPlanInputs(person, person.zone, PAST);
  const day = at === null ? inputs.now : fromWallClock(`${at}T12:00`, person.zone).moment;
  return { ...shows(depends, topics.plan, topics.work), inputs, view, at: day, now: inputs.now };
};

const Count = z.coerce.number().int();
/** Left empty where there is none. */
const Maybe = z.union([z.literal('').transform(() => null), z.uuid()]);
const Pin = z.object({ id: Maybe, assignmentId: z.uuid(), no: Count, from: Count, to: Count }).pipe(PinnedSitting);
const Start = z.object({ assignmentId: z.uuid(), no: Count.pipe(z.number().min(1).max(10_000)), id: Maybe });
const Wish = z.object({
  assignmentId: z.uuid(),
  minutes: WholeText.pipe(
    z.number().int().min(1, 'Write at least one minute.').max(60_000, 'Write at most 60,000 minutes.').nullable()
  ),
  target: z.union([z.literal('').transform(() => null), Count])
});

export const actions = {
  pin: action(Pin, pinSitting),
  unpin: action(z.object({ id: z.uuid() }), (person, { id }) => unpinSitting(person, id)),
  start: action(Start, startSitting),
  stop: action(z.object({}), (person) => stopSitting(person)),
  wish: action(Wish, keepPlanWish)
};
