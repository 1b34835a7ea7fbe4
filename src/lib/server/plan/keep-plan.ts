import { z } from 'zod';
import type { Sitting, WorkingHours } from '$core/plan/free-time';
import type { PlanRefusal } from '$core/plan/refusals';
import type { Actor } from '$core/people/policy';
import { MINUTE } from '$core/time/moment';
import { clock } from '../clock';
import { execute, inTransaction, ms, select, type Tx } from '../db/connection';
import { setForStudents, shownToStudents } from '../lines/shown';
import { publish } from '../live/publish';
import { NotHere, type Outcome } from '../outcome';

type Done = Outcome<object, PlanRefusal>;
const OK = { ok: true } as const;

/** Keeps when somebody can work, and how long they want to sit at one thing. */
export async function keepPlanSettings(
  person: Actor,
  { hours, sitting }: { hours: WorkingHours; sitting: Sitting }
): Promise<void> {
  await changing(person, (tx) =>
    execute(
      `insert into plan_settings (person_id, hours, sitting) values ($1, $2, $3)
       on conflict (person_id) do update set hours = excluded.hours, sitting = excluded.sitting`,
      [person.id, JSON.stringify(hours), JSON.stringify(sitting)],
      tx
    )
  );
}

export const PlanWish = z.object({
  assignmentId: z.uuid(),
  minutes: z.number().int().min(1).max(60_000).nullable(),
  target: z.number().int().nullable()
});

/** Keeps what a student says of an assignment: how long it takes them, and by when they want it done. @throws NotHere where it is not set for them */
export async function keepPlanWish(
  person: Actor,
  { assignmentId, minutes, target }: z.infer<typeof PlanWish>
): Promise<void> {
  await changing(person, async (tx) => {
    await mustBeSet(person, assignmentId, tx);
    await execute(
      `insert into plan_wishes (person_id, assignment_id, minutes, target_at) values ($1, $2, $3, $4)
       on conflict (person_id, assignment_id) do update set minutes = excluded.minutes, target_at = excluded.target_at`,
      [person.id, assignmentId, minutes, target === null ? null : new Date(target)],
      tx
    );
  });
}

export const PinnedSitting = z
  .object({
    /** Of one that is pinned already, which is moved; null for one that the planner placed. */
    id: z.uuid().nullable(),
    assignmentId: z.uuid(),
    no: z.number().int().min(1).max(10_000),
    from: z.number().int(),
    to: z.number().int()
  })
  .refine(
    ({ from, to }) => to - from >= 5 * MINUTE && to - from <= 16 * 60 * MINUTE,
    'A sitting lasts from five minutes to sixteen hours.'
  );

/** Puts a sitting where its student wants it: it stays there, and the rest is planned around it. @throws NotHere */
export async function pinSitting(
  person: Actor,
  { id, assignmentId, no, from, to }: z.infer<typeof PinnedSitting>
): Promise<Done> {
  return changing(person, async (tx) => {
    await mustBeSet(person, assignmentId, tx);
    if (from < clock.now() - 5 * MINUTE) return { ok: false, why: 'sitting-in-the-past' };
    const bind = [person.id, assignmentId, no, new Date(from), new Date(to)];
    if (id === null) {
      const [held] = await select(Counted, COUNT, [person.id], tx);
      if ((held?.count ?? 0) >= MOST_PINNED) return { ok: false, why: 'too-many-pinned' };
      await execute(
        `insert into plan_sittings (person_id, assignment_id, no, starts_at, ends_at, state) values ($1, $2, $3, $4, $5, 'pinned')`,
        bind,
        tx
      );
      return OK;
    }
    const [moved] = await select(Id, MOVE, [...bind, id], tx);
    return moved ? OK : { ok: false, why: 'sitting-gone' };
  });
}

/** Lets a pinned sitting go: the planner places it again. */
export async function unpinSitting(person: Actor, id: string): Promise<Done> {
  return changing(person, async (tx) => {
    const [gone] = await select(
      Id,
      "delete from plan_sittings where id = $1 and person_id = $2 and state = 'pinned' returning id",
      [id, person.id],
      tx
    );
    return gone ? OK : { ok: false, why: 'sitting-gone' };
  });
}

/**
 * Begins to sit at an assignment now. Whatever ran before ends: nobody sits at two things.
 *
 * @param id the pinned sitting that is begun; null for one that the planner placed, or none
 * @throws NotHere
 */
export async function startSitting(
  person: Actor,
  { assignmentId, no, id }: { assignmentId: string; no: number; id: string | null }
): Promise<Done> {
  return changing(person, async (tx) => {
    await mustBeSet(person, assignmentId, tx);
    const now = new Date(clock.now());
    await endRunning(person, tx);
    if (id !== null)
      await execute(
        "delete from plan_sittings where id = $1 and person_id = $2 and state = 'pinned'",
        [id, person.id],
        tx
      );
    await execute(
      `insert into plan_sittings (person_id, assignment_id, no, starts_at, state) values ($1, $2, $3, $4, 'running')`,
      [person.id, assignmentId, no, now],
      tx
    );
    return OK;
  });
}

/** Ends the sitting that runs: how long it took is learnt from. One that ran for less than a minute is none. */
export async function stopSitting(person: Actor): Promise<Done> {
  return changing(person, async (tx) => ((await endRunning(person, tx)) ? OK : { ok: false, why: 'nothing-runs' }));
}

async function endRunning(person: Actor, tx: Tx): Promise<boolean> {
  const now = clock.now();
  const [running] = await select(
    z.object({ id: z.string(), from: z.number() }),
    `select id, ${ms('starts_at')} as "from" from plan_sittings where person_id = $1 and state = 'running' for update`,
    [person.id],
    tx
  );
  if (!running) return false;
  if (now - running.from < MINUTE) await execute('delete from plan_sittings where id = $1', [running.id], tx);
  else {
    // Nobody sits for twelve hours: the clock was left running.
    const to = Math.min(now, running.from + LONGEST_SITTING);
    await execute(
      "update plan_sittings set ends_at = $2, state = 'held' where id = $1",
      [running.id, new Date(to)],
      tx
    );
  }
  return true;
}
const LONGEST_SITTING = 12 * 60 * MINUTE;
const MOST_PINNED = 500;

/** Changes something of a person's own plan, one change at a time, and tells their open pages. */
async function changing<T>(person: Actor, work: (tx: Tx) => Promise<T>): Promise<T> {
  return inTransaction(async (tx) => {
    await execute('select pg_advisory_xact_lock(hashtextextended($1, 38))', [person.id], tx);
    const done = await work(tx);
    await publish({ what: 'plan', personId: person.id }, tx);
    return done;
  });
}

async function mustBeSet(person: Actor, assignmentId: string, tx: Tx): Promise<void> {
  const [set] = await select(Id, SET, [person.id, new Date(clock.now()), assignmentId], tx);
  if (!set) throw new NotHere('This assignment');
}

const Id = z.object({ id: z.string() });
const Counted = z.object({ count: z.number() });
const COUNT = "select count(*)::int as count from plan_sittings where person_id = $1 and state = 'pinned'";
const MOVE = `
  update plan_sittings set starts_at = $4, ends_at = $5 where id = $6 and person_id = $1 and assignment_id = $2 and no = $3 and state = 'pinned'
  returning id`;
const SET = `
  select a.id from assignments a join enrolments e on e.course_id = a.course_id and e.person_id = $1 and e.role = 'student' and e.left_at is null
  left join units u on u.id = a.unit_id
  where a.id = $3 and ${setForStudents('a', '$2')} and ${shownToStudents('u', '$2')}`;
