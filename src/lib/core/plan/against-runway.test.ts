import { expect, it } from 'vitest';
import { DAY, HOUR } from '../time/moment';
import { againstRunway } from './against-runway';
import type { PlanLine, PlannedTask } from './inputs';
import type { Session } from './view';

const NOW = Date.parse('2027-03-10T12:00:00Z');
const task = (id: string, due: number | null, whole: number, left: number) =>
  ({ id, due, estimate: { whole, left, from: 'teacher' } }) as PlannedTask;
const session = (taskId: string, from: number, hours: number, state: Session['state'] = 'placed') =>
  ({ key: `${taskId} ${from}`, taskId, from, to: from + hours * HOUR, state }) as Session;
const lines = [{ assignmentId: 'a', title: 'Essay' }] as PlanLine[];

it('tells what is done, what is planned in time, and what has no place', () => {
  const due = NOW + 3 * DAY;
  const sessions = [
    session('a', NOW - 2 * HOUR, 1, 'held'),
    // It has run for an hour; what is past of it is no plan.
    session('a', NOW - HOUR, 2, 'running'),
    session('a', NOW + DAY, 1, 'pinned'),
    session('a', due, 1),
    session('b', NOW + DAY, 3)
  ];
  const [one, ...rest] = againstRunway([task('a', due, 300, 240)], sessions, lines, NOW, 'UTC');
  expect(rest).toEqual([]);
  expect(one).toMatchObject({ title: 'Essay', whole: 300, done: 60, planned: 120, missing: 120 });
  expect(one?.sessions).toHaveLength(3);
});

it('shows what ends on the runway, first come first', () => {
  const tasks = [
    task('late', NOW + 14 * DAY, 60, 60),
    task('soon', NOW + DAY, 60, 60),
    task('never', null, 60, 60),
    task('first', NOW + HOUR, 60, 60)
  ];
  expect(againstRunway(tasks, [], lines, NOW, 'UTC').map(({ id }) => id)).toEqual(['first', 'soon']);
});
