import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { z } from 'zod';
import type { LatePolicy } from '$core/lateness/late-policy';
import { deskGroup } from '$core/packets/desk';
import { execute, inTransaction, select, type Tx } from '$server/db/connection';
import { DESK_PAGE, readDesk } from '$server/lines/desk';
import { deskGroupSql } from '$server/lines/desk-group';
import { holdingOf, UNREAD } from '$server/lines/projection';
import { joinPacketOf } from '$server/parties/party';
import { at, DAY, HOUR, MONDAY, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
  at(MONDAY);
});

const SECOND = 1000;
/** Moments around every edge of the rules: now, a day and two days from it, each with a second to either side. */
const moment = fc.option(
  fc
    .tuple(
      fc.constantFrom(-90 * DAY, -2 * DAY, -DAY, -HOUR, 0, HOUR, DAY, 2 * DAY, 3 * DAY, 60 * DAY),
      fc.constantFrom(-1, 0, 1)
    )
    .map(([from, side]) => MONDAY + from + side * SECOND)
);
const late: fc.Arbitrary<LatePolicy> = fc.constantFrom(
  { kind: 'none' },
  { kind: 'not-accepted', graceMinutes: 0 },
  { kind: 'not-accepted', graceMinutes: 60 },
  { kind: 'flat', percent: 10, graceMinutes: 0 },
  { kind: 'per-day', percent: 10, graceMinutes: 1440, floorPercent: 0 }
);
const packet = fc.record({
  phase: fc.constantFrom('making', 'submitted', 'revising', 'taken-back', 'another-round', 'settled'),
  pieces: fc.constantFrom(0, 1),
  settledBy: fc.constantFrom('result', 'looked-at', 'declared'),
  excused: fc.boolean().map((one) => one),
  inPerson: fc.constantFrom(false, false, true),
  since: moment,
  seen: moment,
  sealUntil: moment,
  ranOut: fc.constantFrom(false, false, true)
});
/** The database keeps a due moment before the closing one, and the opening one before both. */
const inOrder = ({ opens, due, closes }: { opens: number | null; due: number | null; closes: number | null }) =>
  (due ?? -Infinity) <= (closes ?? Infinity) &&
  (opens ?? -Infinity) < (due ?? Infinity) &&
  (opens ?? -Infinity) < (closes ?? Infinity);
const entry = fc
  .record({ opens: moment, due: moment, closes: moment, late, packet: fc.option(packet, { freq: 4 }) })
  .filter(inOrder);
type Entry = typeof entry extends fc.Arbitrary<infer T> ? T : never;

const date = (value: number | null) => (value === null ? null : new Date(value));

async function lay({ opens, due, closes, late, packet }: Entry, tx: Tx): Promise<string> {
  const id = randomUUID();
  await execute(
    `insert into assignments (id, course_id, title, brief_md, brief_html, opens_at, due_at, closes_at, late_policy, take_back, settles,
       follows_drafts, also_open, published, created_at, position)
     values ($1, $2, 'x', '', '', $3, $4, $5, $6, true, 'result', false, true, true, $7, 0)`,
    [id, school.course.id, date(opens), date(due), date(closes), JSON.stringify(late), new Date(MONDAY)],
    tx
  );
  if (!packet) return id;
  const stands = packet.phase === 'submitted' || packet.phase === 'revising';
  const [laid] = await select(
    z.object({ id: z.string() }),
    `insert into packets (assignment_id, party_id, phase, pieces, settled_by, excused, in_person, since_at,
       seal_until, ran_out_at, standing_round)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)
     returning id`,
    [
      id,
      school.ilse.id,
      packet.phase,
      packet.pieces,
      packet.phase === 'settled' ? packet.settledBy : null,
      packet.excused,
      packet.inPerson,
      date(packet.since),
      date(packet.sealUntil),
      packet.ranOut ? new Date(MONDAY) : null,
      stands ? 1 : null
    ],
    tx
  );
  if (packet.seen !== null)
    await execute(
      'insert into results_seen (packet_id, person_id, at) values ($1, $2, $3)',
      [laid?.id, school.ilse.id, date(packet.seen)],
      tx
    );
  return id;
}

const NOT_LAID_OUT = {
  ...{ phase: null, pieces: null, settledBy: null, excused: null, inPerson: null },
  ...{ lastMove: null, sealUntil: null, since: null, given: null, kept: null }
};

/** What the core makes of it. */
function inCore({ opens, due, closes, late, packet }: Entry, unread: boolean): string {
  const projection = { ...NOT_LAID_OUT, ...packet, ...(packet && packet.phase !== 'settled' && { settledBy: null }) };
  const { standing } = holdingOf(projection as Parameters<typeof holdingOf>[0], { due, closes, late }, MONDAY);
  const ranOut = packet?.ranOut ?? false;
  return deskGroup(
    { standing, due, closes, opens, since: projection.since, late, unread, ranOut, outline: null },
    MONDAY
  );
}

const GROUPS = `
  select a.id, ${deskGroupSql('$1::timestamptz')} as "group", ${UNREAD} as unread
  from assignments a ${joinPacketOf('$2', 'a.id')} where a.id = any($3::uuid[])`;
const Row = z.object({ id: z.string(), group: z.string(), unread: z.boolean() });

/** Undone again, whatever comes of it. */
class Undo extends Error {}

it('is the same in SQL as in the core, for all that a packet can be', async () => {
  const entries = fc.sample(entry, 1500);
  const seen = new Set<string>();
  await inTransaction(async (tx) => {
    const laid = new Map<string, Entry>();
    for (const one of entries) laid.set(await lay(one, tx), one);
    const rows = await select(Row, GROUPS, [new Date(MONDAY), school.ilse.id, [...laid.keys()]], tx);
    expect(rows).toHaveLength(entries.length);
    for (const { id, group, unread } of rows) {
      const one = laid.get(id);
      if (!one) throw new Error('not laid');
      expect(`${JSON.stringify(one)} ${group}`).toBe(`${JSON.stringify(one)} ${inCore(one, unread)}`);
      seen.add(group);
    }
    throw new Undo();
  }).catch((error: unknown) => {
    if (!(error instanceof Undo)) throw error;
  });
  // Nothing was proved of a group that never came up.
  expect(seen.size).toBe(7);
});

describe('the Desk', () => {
  it('is bounded, and whole in what needs the student', async () => {
    const other = await smallCourse();
    for (let i = 0; i < DESK_PAGE + 10; i++) {
      await other.set({ title: `Closed long ago ${i}`, due: MONDAY - 90 * DAY, closes: MONDAY - 80 * DAY });
      await other.set({ title: `In your own time ${i}` });
    }
    await other.set({ title: 'Closes tonight', closes: MONDAY + 8 * HOUR });
    const { lines, beyond } = await readDesk(other.ilse);
    expect(lines.length).toBeLessThanOrEqual(3 * DESK_PAGE);
    expect(beyond).toMatchObject({ closed: 10, 'no-date': 10, 'needs-you': 0 });
    expect(lines.filter((line) => deskGroup(line, MONDAY) === 'needs-you').map(({ title }) => title)).toEqual([
      'Closes tonight'
    ]);
  });
});
