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

/** Does an action as a person would, through the use-cases. */
async function throughServer(action: Action, assignmentId: string, custody: Custody) {
  const { ilse, teacher } = school;
  const own = { assignmentId };
  const who = { assignmentId, studentId: ilse.id };
  const judgement = async () => ({
    packetId: await packetOf(ilse, assignmentId),
    round: custody.standing ?? custody.rounds.find((r) => r.state === 'settled')?.no ?? 1,
    points: null,
    remark: '',
    key: key()
  });
  switch (action.do) {
    case 'open':
      await openAssignment(ilse, own);
      return { ok: true as const };
    case 'add-piece':
      return attach(ilse, assignmentId);
    case 'remove-piece': {
      const { facts } = await readAssignment(ilse, assignmentId);
      const [piece] = (await readOwnPacket(ilse, facts)).pieces;
      return removePiece(ilse, { ...own, pieceId: piece?.id ?? '' });
    }
    case 'submit':
      return submitPacket(ilse, { ...own, key: key() });
    case 'take-back':
      return takeBack(ilse, { ...own, restores: action.restores, key: key() });
    case 'revise':
      return revise(ilse, own);
    case 'drop-revision':
      return dropRevision(ilse, own);
    case 'declare-done':
      return declareDone(ilse, own);
    case 'withdraw-declaration':
      return withdrawDeclaration(ilse, own);
    case 'open-round':
      return openRound(teacher, (await judgement()).packetId);
    case 'mark':
      return keepMark(teacher, await judgement());
    case 'return':
      return returnRound(teacher, { ...(await judgement()), outcome: action.outcome, closes: action.closes });
    case 'look-and-settle':
      return lookAndSettle(teacher, await judgement());
    case 'excuse':
      return excuse(teacher, who);
    case 'lift-excuse':
      return liftExcuse(teacher, who);
    case 'receive-in-person':
      return receiveInPerson(teacher, who, {});
    case 'undo-in-person':
      return undoInPerson(teacher, who);
    case 'extend':
      return extend(teacher, { ...who, due: action.due, closes: action.closes });
  }
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
