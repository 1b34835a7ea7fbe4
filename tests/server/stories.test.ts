import fc from 'fast-check';
import { beforeAll, expect, it } from 'vitest';
import type { Action } from '$core/packets/allowed';
import type { Custody } from '$core/packets/custody';
import { decide } from '$core/packets/decide';
import { blank, fold } from '$core/packets/fold';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { termsOf } from '$server/assignments/facts';
import { excuse, extend, liftExcuse, receiveInPerson, undoInPerson } from '$server/marking/class-actions';
import { keepMark, lookAndSettle, openRound, returnRound } from '$server/marking/return-round';
import {
  declareDone,
  dropRevision,
  openAssignment,
  revise,
  takeBack,
  withdrawDeclaration
} from '$server/packets/change';
import { readLog } from '$server/packets/log';
import { removePiece } from '$server/packets/pieces';
import { submitPacket } from '$server/packets/submit';
import { at, attach, count, DAY, key, MONDAY, packetOf, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});

const anyMoment = fc.option(
  fc.integer({ min: 0, max: 8 }).map((n) => MONDAY + n * DAY),
  { nil: null }
);
const anyTerms = fc.record({
  due: anyMoment,
  allowance: fc.option(fc.integer({ min: 1, max: 2 }), { nil: null }),
  takeBack: fc.boolean(),
  settles: fc.constantFrom('result' as const, 'result' as const, 'looked-at' as const, 'declared' as const),
  late: fc.constantFrom(
    { kind: 'none' } as const,
    { kind: 'per-day', percent: 10, graceMinutes: 15, floorPercent: 50 } as const,
    { kind: 'not-accepted', graceMinutes: 0 } as const
  )
});
const anyAction: fc.Arbitrary<Action> = fc.oneof(
  { weight: 4, arbitrary: fc.constant<Action>({ do: 'add-piece', piece: '' }) },
  { weight: 5, arbitrary: fc.constant<Action>({ do: 'submit' }) },
  { weight: 2, arbitrary: fc.constant<Action>({ do: 'revise' }) },
  fc.record({
    do: fc.constant('take-back' as const),
    restores: fc.option(fc.integer({ min: 1, max: 3 }), { nil: null })
  }),
  fc.record({
    do: fc.constant('return' as const),
    outcome: fc.constantFrom('settled' as const, 'another-round' as const),
    closes: fc.option(anyMoment, { nil: undefined })
  }),
  fc.record({ do: fc.constant('extend' as const), due: anyMoment, closes: anyMoment }),
  fc.constantFrom<Action>(
    { do: 'open' },
    { do: 'remove-piece', piece: '' },
    { do: 'drop-revision', pieces: 1 },
    { do: 'declare-done' },
    { do: 'withdraw-declaration' },
    { do: 'open-round' },
    { do: 'mark' },
    { do: 'look-and-settle' },
    { do: 'excuse' },
    { do: 'lift-excuse' },
    { do: 'receive-in-person' },
    { do: 'undo-in-person' }
  )
);

type Answer = { ok: true } | { ok: false; why: string };
type Ways = {
  [D in Action['do']]: (action: Extract<Action, { do: D }>, id: string, custody: Custody) => Promise<Answer>;
};

const who = (assignmentId: string) => ({ assignmentId, studentId: school.ilse.id });
const judgement = async (id: string, custody: Custody) => ({
  packetId: await packetOf(school.ilse, id),
  round: custody.standing ?? custody.rounds.find((r) => r.state === 'settled')?.no ?? 1,
  points: null,
  remark: '',
  key: key()
});

/** How a person does each action: the use-case behind it. */
const WAYS: Ways = {
  open: (_a, id) => openAssignment(school.ilse, { assignmentId: id }).then(() => ({ ok: true })),
  'add-piece': (_a, id) => attach(school.ilse, id),
  'remove-piece': async (_a, id) => {
    const { facts } = await readAssignment(school.ilse, id);
    const [piece] = (await readOwnPacket(school.ilse, facts)).pieces;
    return removePiece(school.ilse, { assignmentId: id, pieceId: piece?.id ?? '' });
  },
  submit: (_a, id) => submitPacket(school.ilse, { assignmentId: id, key: key() }),
  'take-back': (a, id) => takeBack(school.ilse, { assignmentId: id, restores: a.restores, key: key() }),
  revise: (_a, id) => revise(school.ilse, { assignmentId: id }),
  'drop-revision': (_a, id) => dropRevision(school.ilse, { assignmentId: id }),
  'declare-done': (_a, id) => declareDone(school.ilse, { assignmentId: id }),
  'withdraw-declaration': (_a, id) => withdrawDeclaration(school.ilse, { assignmentId: id }),
  'open-round': async (_a, id) => openRound(school.teacher, await packetOf(school.ilse, id)),
  mark: async (_a, id, custody) => keepMark(school.teacher, await judgement(id, custody)),
  return: async (a, id, custody) =>
    returnRound(school.teacher, { ...(await judgement(id, custody)), outcome: a.outcome, closes: a.closes }),
  'look-and-settle': async (_a, id, custody) => lookAndSettle(school.teacher, await judgement(id, custody)),
  excuse: (_a, id) => excuse(school.teacher, who(id)),
  'lift-excuse': (_a, id) => liftExcuse(school.teacher, who(id)),
  'receive-in-person': (_a, id) => receiveInPerson(school.teacher, who(id), {}),
  'undo-in-person': (_a, id) => undoInPerson(school.teacher, who(id)),
  extend: (a, id) => extend(school.teacher, { ...who(id), due: a.due, closes: a.closes })
};

function throughServer(action: Action, id: string, custody: Custody): Promise<Answer> {
  const way = WAYS[action.do] as (action: Action, id: string, custody: Custody) => Promise<Answer>;
  return way(action, id, custody);
}

it('what the core refuses the server refuses with the same reason, and what it allows leaves the same custody', async () => {
  const story = fc.array(fc.tuple(anyAction, fc.integer({ min: 0, max: DAY })), { minLength: 8, maxLength: 18 });
  await fc.assert(
    fc.asyncProperty(anyTerms, story, async (terms, steps) => {
      at(MONDAY);
      const id = await school.set({ ...terms, points: null });
      await openAssignment(school.ilse, { assignmentId: id });
      const { facts } = await readAssignment(school.ilse, id);
      const packetId = await packetOf(school.ilse, id);
      let model: Custody = { ...blank(termsOf(facts)), opened: true };
      let now = MONDAY;
      for (const [action, wait] of steps) {
        at((now += wait));
        if (action.do === 'remove-piece' && model.pieces === 0) continue;
        const expected = decide(model, action, now, school.ilse.id);
        const answer = await throughServer(action, id, model);
        expect([action.do, answer.ok ? 'ok' : answer.why]).toEqual([action.do, expected.ok ? 'ok' : expected.why]);
        const stored = fold(termsOf(facts), await readLog(packetId));
        if (expected.ok && action.do !== 'drop-revision') expect(stored).toEqual(expected.custody);
        model = stored;
        // The projection that lists read says what the log says.
        const standing = await count('select coalesce(standing_round, 0) n from packets where id = $1', [packetId]);
        expect(standing).toBe(model.standing ?? 0);
        expect(
          await count("select count(*) n from rounds where packet_id = $1 and state = 'standing'", [packetId])
        ).toBe(model.standing ? 1 : 0);
        expect(await count('select count(*) n from pieces where packet_id = $1', [packetId])).toBe(model.pieces);
      }
    }),
    { numRuns: 40 }
  );
}, 120_000);
