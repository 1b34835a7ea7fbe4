import { makePlan } from '$core/plan/inputs';
import { RUNWAY_DAYS, type RunwaySession } from '$core/plan/runway';
import { sessionsOf } from '$core/plan/view';
import type { Actor } from '$core/people/policy';
import { DAY } from '$core/time/moment';
import { readPlanInputs } from './read-plan';

/** What a student has planned for the days of the runway, in order. Two queries. */
export async function readSessionsAhead(person: Pick<Actor, 'id'> & { zone: string }): Promise<RunwaySession[]> {
  const inputs = await readPlanInputs(person, person.zone);
  const ends = inputs.now + RUNWAY_DAYS * DAY;
  return sessionsOf(inputs, makePlan(inputs).plan)
    .filter(({ from, to, state }) => state !== 'held' && to > inputs.now && from < ends)
    .map(({ from, to, title }) => ({ from, to, title }));
}
