import type { DeskLine } from '$core/packets/desk';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { EFFECTIVE_DUE } from './effective';
import { ownLines } from './line';
import { RESTED } from './projection';

/** How many lines a page of settled or later work has. */
export const LONG_PAGE = 50;

/** Where a page of settled work ended: the next one begins after it. */
export interface SettledPlace {
  since: Moment;
  assignmentId: string;
}

/** Settled work, the latest first, a page at a time by keyset. One query. */
export async function readSettled(
  person: Actor,
  after: SettledPlace | null
): Promise<{ lines: DeskLine[]; next: SettledPlace | null; now: Moment }> {
  const now = clock.now();
  const rows = await ownLines(
    person.id,
    now,
    `and ${RESTED}
       and ($3::timestamptz is null or (coalesce(p.since_at, 'epoch'), a.id) < ($3::timestamptz, $4::uuid))
     order by coalesce(p.since_at, 'epoch') desc, a.id desc limit $5`,
    [after ? new Date(after.since) : null, after?.assignmentId ?? null, LONG_PAGE + 1]
  );
  const lines = rows.slice(0, LONG_PAGE);
  const last = lines.at(-1);
  const next = rows.length > LONG_PAGE && last ? { since: last.since ?? 0, assignmentId: last.assignmentId } : null;
  return { lines, next, now };
}

/** Where a page of open work ended. Work without a due moment stands after all that has one. */
export interface OpenPlace {
  due: Moment | null;
  assignmentId: string;
}

/** All that is not settled, what is due first standing first, a page at a time by keyset. One query. */
export async function readOpen(
  person: Actor,
  after: OpenPlace | null
): Promise<{ lines: DeskLine[]; next: OpenPlace | null; now: Moment }> {
  const now = clock.now();
  const order = `coalesce((${EFFECTIVE_DUE}), 'infinity'), a.id`;
  const rows = await ownLines(
    person.id,
    now,
    `and not ${RESTED} and ($3::text is null or (${order}) > ($3::timestamptz, $4::uuid))
     order by ${order} limit $5`,
    [
      after ? (after.due === null ? 'infinity' : new Date(after.due).toISOString()) : null,
      after?.assignmentId ?? null,
      LONG_PAGE + 1
    ]
  );
  const lines = rows.slice(0, LONG_PAGE);
  const last = lines.at(-1);
  const next = rows.length > LONG_PAGE && last ? { due: last.due, assignmentId: last.assignmentId } : null;
  return { lines, next, now };
}
