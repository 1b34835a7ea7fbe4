import { describe, expect, it } from 'vitest';
import { DAY, HOUR } from '../time/moment';
import { advise } from './advice';
import { estimate } from './estimate';
import { makePlan, planTasks } from './inputs';
import { PLAN_NOW, planInputs, planLine } from './inputs.testing';
import { forgotten } from './forgotten';

describe('what a plan is made of', () => {
  it('is the student’s own work alone, without what is pinned', () => {
    const kept = [
      { id: 'x', taskId: 'a', no: 1, state: 'pinned' as const, from: PLAN_NOW + HOUR, to: PLAN_NOW + 1.5 * HOUR }
    ];
    const tasks = planTasks(
      planInputs([planLine('a'), planLine('b', { holder: 'teacher', standing: 'submitted' })], { kept })
    );
    expect(tasks.map(({ id, minutes, before }) => [id, minutes, before])).toEqual([['a', 30, 1]]);
  });

  it('has to be in before it has to be passed, by as long as a teacher takes twice', () => {
    const pace = { median: 2 * 86_400, spread: 0 };
    const [task] = planTasks(planInputs([planLine('a', { due: null, passBy: PLAN_NOW + 20 * DAY, pace })]));
    expect(((task?.due ?? 0) - PLAN_NOW) / DAY).toBeCloseTo(14, 0);
  });

  it('has the end of its course where it has no other, unless that is past', () => {
    const [own, ended, target] = planTasks(
      planInputs([
        planLine('a', { due: null, courseEnds: PLAN_NOW + 9 * DAY }),
        planLine('b', { due: null, courseEnds: PLAN_NOW - DAY }),
        planLine('c', { due: null, courseEnds: PLAN_NOW + 9 * DAY, target: PLAN_NOW + DAY })
      ])
    );
    expect([own?.due, own?.overdue]).toEqual([PLAN_NOW + 9 * DAY, false]);
    expect([ended?.due, ended?.overdue]).toEqual([null, false]);
    expect(target?.due).toBe(PLAN_NOW + DAY);
  });

  it('plans anew around what was moved', () => {
    const before = makePlan(
      planInputs([planLine('a', { expectedMinutes: 100 }), planLine('b', { expectedMinutes: 50 })])
    ).plan.sittings;
    const moved = {
      id: 'x',
      taskId: 'a',
      no: 1,
      state: 'pinned' as const,
      from: before[2]?.from ?? 0,
      to: before[2]?.to ?? 0
    };
    const after = makePlan(
      planInputs([planLine('a', { expectedMinutes: 100 }), planLine('b', { expectedMinutes: 50 })], { kept: [moved] })
    ).plan.sittings;
    expect(after.every(({ from, to }) => to <= moved.from || from >= moved.to)).toBe(true);
    expect(after).toHaveLength(2);
  });

  it('says days ahead what does not fit, with a question to the teacher', () => {
    const big = planLine('Essay', { expectedMinutes: 800 });
    const whole = planInputs([big]);
    const [advice] = advise(makePlan(whole).plan, [big], PLAN_NOW, 'UTC');
    expect(advice?.lateMinutes).toBeGreaterThan(0);
    expect(advice?.says).toContain('find no time before it is due');
    expect(advice?.request).toContain('Could I have until');
  });

  it('learns how long things take, and believes the student first', () => {
    const past = Array.from({ length: 4 }, () => ({ course: 'c', said: 60, sat: 90 }));
    expect(estimate(planLine('a'), null, past, 0)).toEqual({ whole: 90, left: 90, from: 'learnt' });
    expect(estimate(planLine('a'), 40, past, 0)).toMatchObject({ whole: 40, from: 'own' });
    expect(estimate(planLine('a'), null, past.slice(2), 0)).toMatchObject({ whole: 60, from: 'teacher' });
    expect(estimate(planLine('a'), null, [], 45).left).toBe(15);
    expect(estimate(planLine('a'), null, [], 600).left).toBe(6);
  });

  it('finds in the past calendar what was not entered', () => {
    const past = [
      { title: 'Ferry shift, north', from: PLAN_NOW - 9 * DAY, to: PLAN_NOW - 9 * DAY + HOUR },
      { title: 'Ferry shift, south', from: PLAN_NOW - 2 * DAY, to: PLAN_NOW - 2 * DAY + HOUR },
      { title: 'Choir', from: PLAN_NOW - 3 * DAY, to: PLAN_NOW - 3 * DAY + HOUR }
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
