import { describe, expect, it } from 'vitest';
import { DAY, HOUR } from '../time/moment';
import { advise } from './advice';
import { estimate } from './estimate';
import { USUAL_HOURS, USUAL_SITTING } from './free-time';
import { makePlan, planTasks, type PlanInputs, type PlanLine } from './inputs';
import { forgotten } from './forgotten';

const NOW = Date.parse('2027-03-10T15:20:00Z');
const line = (id: string, over: Partial<PlanLine> = {}): PlanLine => ({
  assignmentId: id,
  title: id,
  course: { slug: 'c', title: 'C', emblem: 'shell', zone: 'UTC', usualWait: null },
  opens: null,
  due: NOW + 3 * DAY,
  closes: null,
  since: null,
  late: { kind: 'none' },
  round: null,
  lateSeconds: null,
  points: 10,
  weight: null,
  expectedMinutes: 60,
  asked: 0,
  filled: 0,
  answered: null,
  unread: false,
  ranOut: false,
  outline: null,
  given: null,
  kept: null,
  holder: 'student',
  standing: 'not-started',
  settledBy: null,
  lastMove: null,
  own: null,
  target: null,
  passBy: null,
  allowance: null,
  settles: 'result',
  pace: null,
  sat: 0,
  entered: null,
  unwritten: 0,
  courseEnds: null,
  ...over
});
const inputs = (lines: PlanLine[], over: Partial<PlanInputs> = {}): PlanInputs => ({
  lines,
  hours: USUAL_HOURS,
  sitting: USUAL_SITTING,
  busy: [],
  kept: [],
  past: [],
  pauses: [],
  now: NOW,
  zone: 'UTC',
  ...over
});

describe('what a plan is made of', () => {
  it('is the student’s own work alone, without what is pinned', () => {
    const kept = [{ id: 'x', taskId: 'a', no: 1, state: 'pinned' as const, from: NOW + HOUR, to: NOW + 1.5 * HOUR }];
    const tasks = planTasks(inputs([line('a'), line('b', { holder: 'teacher', standing: 'submitted' })], { kept }));
    expect(tasks.map(({ id, minutes, before }) => [id, minutes, before])).toEqual([['a', 30, 1]]);
  });

  it('has to be in before it has to be passed, by as long as a teacher takes twice', () => {
    const pace = { median: 2 * 86_400, spread: 0 };
    const [task] = planTasks(inputs([line('a', { due: null, passBy: NOW + 20 * DAY, pace })]));
    expect(((task?.due ?? 0) - NOW) / DAY).toBeCloseTo(14, 0);
  });

  it('has the end of its course where it has no other, unless that is past', () => {
    const [own, ended, target] = planTasks(
      inputs([
        line('a', { due: null, courseEnds: NOW + 9 * DAY }),
        line('b', { due: null, courseEnds: NOW - DAY }),
        line('c', { due: null, courseEnds: NOW + 9 * DAY, target: NOW + DAY })
      ])
    );
    expect([own?.due, own?.overdue]).toEqual([NOW + 9 * DAY, false]);
    expect([ended?.due, ended?.overdue]).toEqual([null, false]);
    expect(target?.due).toBe(NOW + DAY);
  });

  it('plans anew around what was moved', () => {
    const before = makePlan(inputs([line('a', { expectedMinutes: 100 }), line('b', { expectedMinutes: 50 })])).plan
      .sittings;
    const moved = {
      id: 'x',
      taskId: 'a',
      no: 1,
      state: 'pinned' as const,
      from: before[2]?.from ?? 0,
      to: before[2]?.to ?? 0
    };
    const after = makePlan(
      inputs([line('a', { expectedMinutes: 100 }), line('b', { expectedMinutes: 50 })], { kept: [moved] })
    ).plan.sittings;
    expect(after.every(({ from, to }) => to <= moved.from || from >= moved.to)).toBe(true);
    expect(after).toHaveLength(2);
  });

  it('says days ahead what does not fit, with a question to the teacher', () => {
    const big = line('Essay', { expectedMinutes: 800 });
    const whole = inputs([big]);
    const [advice] = advise(makePlan(whole).plan, [big], NOW, 'UTC');
    expect(advice?.lateMinutes).toBeGreaterThan(0);
    expect(advice?.says).toContain('find no time before it is due');
    expect(advice?.request).toContain('Could I have until');
  });

  it('learns how long things take, and believes the student first', () => {
    const past = Array.from({ length: 4 }, () => ({ course: 'c', said: 60, sat: 90 }));
    expect(estimate(line('a'), null, past, 0)).toEqual({ whole: 90, left: 90, from: 'learnt' });
    expect(estimate(line('a'), 40, past, 0)).toMatchObject({ whole: 40, from: 'own' });
    expect(estimate(line('a'), null, past.slice(2), 0)).toMatchObject({ whole: 60, from: 'teacher' });
    expect(estimate(line('a'), null, [], 45).left).toBe(15);
    expect(estimate(line('a'), null, [], 600).left).toBe(6);
  });

  it('finds in the past calendar what was not entered', () => {
    const past = [
      { title: 'Ferry shift, north', from: NOW - 9 * DAY, to: NOW - 9 * DAY + HOUR },
      { title: 'Ferry shift, south', from: NOW - 2 * DAY, to: NOW - 2 * DAY + HOUR },
      { title: 'Choir', from: NOW - 3 * DAY, to: NOW - 3 * DAY + HOUR }
    ];
    const found = forgotten(
      past,
      ['Evidence of your ferry shifts', 'north'],
      'Ferry shift, south on 2027-03-08',
      (at) => new Date(at).toISOString().slice(0, 10)
    );
    expect(found.map(({ title }) => title)).toEqual(['Ferry shift, north']);
  });
});
