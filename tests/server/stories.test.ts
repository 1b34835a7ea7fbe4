import { WAYS as JUDGED } from '$core/judging/ways';
import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { beforeAll, expect, it } from 'vitest';
import { z } from 'zod';
import type { Action } from '$core/packets/allowed';
import { activeSeal, type Custody } from '$core/packets/custody';
import { decide, type Decision } from '$core/packets/decide';
import { blank, fold } from '$core/packets/fold';
import { stagePlace } from '$core/judging/stages';
import { TRACK } from '$core/packets/stories.testing';
import { moveStage } from '$server/marking/move-stage';
import { undoReturn } from '$server/marking/undo-return';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import type { Actor } from '$core/people/policy';
import { enrol } from '$server/courses/create-course';
import { makeParty } from '$server/together/parties';
import { termsOf } from '$server/packets/facts';
import { MINUTE } from '$core/time/moment';
import { select } from '$server/db/connection';
import {
  declineClaim,
  excuse,
  extend,
  findIncomplete,
  liftExcuse,
  receiveInPerson,
  undoInPerson
} from '$server/marking/class-actions';
import {
  declineAskingBack,
  handBack,
  keepMark,
  lookAndSettle,
  openRound,
  returnRound
} from '$server/marking/return-round';
import {
  askBack,
  claimInPerson,
  declareDone,
  dropRevision,
  nominateRound,
  openAssignment,
  revise,
  takeBack,
  withdrawClaim,
  withdrawDeclaration
} from '$server/rounds/change';
import { readLog } from '$server/packets/log';
import { removePiece } from '$server/gathering/pieces';
import { breakSeal, sealPacket } from '$server/rounds/seal';
import { submitPacket } from '$server/rounds/submit';
import { at, attach, DAY, key, MONDAY, packetOf, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
/** Who of those who hand over acts at present. */
let student: Actor;
beforeAll(async () => {
  school = await smallCourse();
  await enrol(school.course.id, school.stranger.id, 'student');
});

const anyMoment = fc.option(
  fc.integer({ min: 0, max: 8 }).map((n) => MONDAY + n * DAY),
  { nil: null }
);
const anyTerms = fc.record({
  due: anyMoment,
  allowance: fc.option(fc.integer({ min: 1, max: 2 }), { nil: null }),
  takeBack: fc.boolean(),
  settles: fc.constantFrom('result' as const, 'stages' as const, ...JUDGED),
  late: fc.constantFrom(
    { kind: 'none' } as const,
    { kind: 'per-day', percent: 10, graceMinutes: 15, floorPercent: 50 } as const,
    { kind: 'not-accepted', graceMinutes: 0 } as const
  ),
  counts: fc.constantFrom('latest' as const, 'nominated' as const),
  standsAgain: fc.boolean(),
  followMinutes: fc.constantFrom(0, 30)
});
const anyAction: fc.Arbitrary<Action> = fc.oneof(
  { weight: 4, arbitrary: fc.constant<Action>({ do: 'add-piece', piece: '' }) },
  { weight: 5, arbitrary: fc.constant<Action>({ do: 'submit' }) },
  { weight: 2, arbitrary: fc.constant<Action>({ do: 'revise' }) },
  fc.record({
    do: fc.constant('take-back' as const),
    restores: fc.option(fc.integer({ min: 1, max: 3 }), { nil: null }),
    ifDue: fc.constantFrom(undefined, true as const)
  }),
  fc.record({ do: fc.constant('nominate' as const), round: fc.integer({ min: 1, max: 3 }) }),
  { weight: 3, arbitrary: fc.constant<Action>({ do: 'seal', coming: 1 }) },
  { weight: 3, arbitrary: fc.constant<Action>({ do: 'arrive', piece: '' }) },
  fc.record({
    do: fc.constant('return' as const),
    outcome: fc.constantFrom('settled' as const, 'another-round' as const),
    closes: fc.option(anyMoment, { nil: undefined })
  }),
  fc.record({ do: fc.constant('extend' as const), due: anyMoment, closes: anyMoment }),
  {
    weight: 2,
    arbitrary: fc.record({
      do: fc.constant('move-stage' as const),
      to: fc.constantFrom(null, ...TRACK.map(({ id }) => id)),
      remark: fc.constantFrom('', 'Where is the keel?')
    })
  },
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
    { do: 'undo-in-person' },
    { do: 'find-incomplete' },
    { do: 'submit', bare: true },
    { do: 'break-seal' },
    { do: 'ask-back', reason: 'The wrong file' },
    { do: 'decline-asking-back' },
    { do: 'hand-back' },
    { do: 'claim-in-person', note: 'In the lab' },
    { do: 'withdraw-claim' },
    { do: 'decline-claim' }
  )
);

/** What is sealed in these stories; the file arrives as one whole, and with it the seal is complete. */
const promise = { no: 0 };
const promised = () => `promise ${promise.no}`;
const hashOf = (text: string) => createHash('sha256').update(text).digest('hex');

type Answer = { ok: true } | { ok: false; why: string };
/** What time does by itself nobody sets out to do, and a seal is completed by what arrives last. */
type Done = Exclude<Action['do'], 'let-seal-run-out' | 'let-stand-again' | 'complete-seal'>;
type Ways = {
  [D in Done]: (action: Extract<Action, { do: D }>, id: string, custody: Custody) => Promise<Answer>;
};

const who = (assignmentId: string) => ({ assignmentId, studentId: student.id });
const judgement = async (id: string, custody: Custody) => ({
  packetId: await packetOf(student, id),
  round: custody.standing ?? custody.rounds.find((r) => r.state === 'settled')?.no ?? 1,
  points: null,
  remark: '',
  key: key()
});

/** How a person does each action: the use-case behind it. */
const WAYS: Ways = {
  open: (_a, id) => openAssignment(student, { assignmentId: id }).then(() => ({ ok: true })),
  'add-piece': (_a, id) => attach(student, id),
  'remove-piece': async (_a, id) => {
    const [piece] = (await readOwnPacket(await readAssignment(student, id))).pieces;
    return removePiece(student, { assignmentId: id, pieceId: piece?.id ?? '' });
  },
  submit: (a, id) =>
    submitPacket(student, {
      assignmentId: id,
      key: key(),
      ...(a.bare && { bare: true, note: 'Read on the ferry' })
    }),
  seal: (_a, id) =>
    sealPacket(student, {
      assignmentId: id,
      coming: [{ deliverableId: null, name: 'promised.txt', size: promised().length, sha256: hashOf(promised()) }],
      key: key()
    }),
  // Where nothing is sealed it is a file like any other.
  arrive: (_a, id) => attach(student, id, promised(), 'promised.txt').finally(() => promise.no++),
  'break-seal': (_a, id) => breakSeal(student, { assignmentId: id }),
  'take-back': (a, id) => takeBack(student, { assignmentId: id, restores: a.restores, ifDue: a.ifDue, key: key() }),
  nominate: (a, id) => nominateRound(student, { assignmentId: id, round: a.round }),
  'ask-back': (a, id) => askBack(student, { assignmentId: id, reason: a.reason }),
  'hand-back': async (_a, id) => handBack(school.teacher, await packetOf(student, id)),
  'decline-asking-back': async (_a, id) => declineAskingBack(school.teacher, await packetOf(student, id)),
  'claim-in-person': (a, id) => claimInPerson(student, { assignmentId: id, note: a.note }),
  'withdraw-claim': (_a, id) => withdrawClaim(student, { assignmentId: id }),
  'decline-claim': (_a, id) => declineClaim(school.teacher, who(id)),
  revise: (_a, id) => revise(student, { assignmentId: id }),
  'drop-revision': (_a, id) => dropRevision(student, { assignmentId: id }),
  'declare-done': (_a, id) => declareDone(student, { assignmentId: id }),
  'withdraw-declaration': (_a, id) => withdrawDeclaration(student, { assignmentId: id }),
  'open-round': async (_a, id) => openRound(school.teacher, await packetOf(student, id)),
  mark: async (_a, id, custody) => keepMark(school.teacher, await judgement(id, custody)),
  return: async (a, id, custody) =>
    returnRound(school.teacher, { ...(await judgement(id, custody)), outcome: a.outcome, closes: a.closes }),
  'undo-return': async (_a, id) => undoReturn(school.teacher, await packetOf(student, id)),
  'move-stage': async (a, id, custody) =>
    moveStage(school.teacher, { ...(await judgement(id, custody)), to: a.to, remark: a.remark }),
  'look-and-settle': async (_a, id, custody) => lookAndSettle(school.teacher, await judgement(id, custody)),
  excuse: (_a, id) => excuse(school.teacher, who(id)),
  'lift-excuse': (_a, id) => liftExcuse(school.teacher, who(id)),
  'receive-in-person': (_a, id) => receiveInPerson(school.teacher, who(id), {}),
  'find-incomplete': (_a, id) => findIncomplete(school.teacher, { ...who(id), remark: 'The plank is missing.' }),
  'undo-in-person': (_a, id) => undoInPerson(school.teacher, who(id)),
  extend: (a, id) => extend(school.teacher, { ...who(id), due: a.due, closes: a.closes })
};

function throughServer(action: Action, id: string, custody: Custody): Promise<Answer> {
  const way = WAYS[action.do as Done] as (action: Action, id: string, custody: Custody) => Promise<Answer>;
  return way(action, id, custody);
}

/** What the core says to one step: first time passes, then the action is done, with all that follows from it. */
function expected(model: Custody, action: Action, now: number): Decision {
  const passed = inTime(model, now);
  if (action.do !== 'arrive') return decide(passed, action, now, student.id);
  const arrives = activeSeal(passed, now) !== null;
  const laid = decide(passed, arrives ? action : { do: 'add-piece', piece: '' }, now, student.id);
  return laid.ok && arrives ? decide(laid.custody, { do: 'complete-seal' }, now, student.id) : laid;
}

function inTime(model: Custody, now: number): Custody {
  return (['let-seal-run-out', 'let-stand-again'] as const).reduce((custody, what) => {
    const passed = decide(custody, { do: what }, now, student.id);
    return passed.ok ? passed.custody : custody;
  }, model);
}

/** A few hundred here; ten thousand by `npm run stories`. */
const STORIES = Number(process.env.STORIES ?? 150);

it.each(['one', 'three who share a packet'])(
  'what the core refuses the server refuses with the same reason, and what it allows leaves the same custody, for %s',
  async (whose) => {
    const party = whose === 'one' ? [school.ilse] : [school.ilse, school.teodor, school.stranger];
    const wait = fc.oneof(fc.integer({ min: 0, max: 5 * MINUTE }), fc.integer({ min: 0, max: DAY }));
    const story = fc.array(fc.tuple(anyAction, wait, fc.nat(2)), { minLength: 8, maxLength: 18 });
    await fc.assert(
      fc.asyncProperty(anyTerms, story, async (terms, steps) => {
        at(MONDAY);
        const stages = terms.settles === 'stages' ? TRACK : [];
        const id = await school.set({ ...terms, stages, points: null });
        const members = party.map((one) => one.id);
        if (party.length > 1) await makeParty(school.teacher, { assignmentId: id, name: '', members });
        await openAssignment(school.ilse, { assignmentId: id });
        const { facts } = await readAssignment(school.ilse, id);
        const packetId = await packetOf(school.ilse, id);
        let model: Custody = { ...blank(termsOf(facts)), opened: true };
        let now = MONDAY;
        for (const [action, waited, by] of steps) {
          student = party[by % party.length] ?? school.ilse;
          at((now += waited));
          if (action.do === 'remove-piece' && model.pieces === 0) continue;
          const core = expected(model, action, now);
          const answer = await throughServer(action, id, inTime(model, now));
          expect([action.do, answer.ok ? 'ok' : answer.why]).toEqual([action.do, core.ok ? 'ok' : core.why]);
          const stored = fold(termsOf(facts), await readLog(packetId));
          if (action.do !== 'drop-revision') expect(stored).toEqual(core.ok ? core.custody : inTime(model, now));
          model = stored;
          await agrees(packetId, model);
        }
      }),
      { numRuns: STORIES }
    );
  },
  Math.max(120_000, STORIES * 1000)
);

/** The projection that lists read, and all that lies beside the log, say what the log says. */
async function agrees(packetId: string, model: Custody): Promise<void> {
  const [row] = await select(Beside, BESIDE, [packetId]);
  expect(row).toEqual({
    standing: model.standing,
    standingRounds: model.standing === null ? 0 : 1,
    pieces: model.pieces,
    openSeals: model.seal === null ? 0 : 1,
    comesBack: model.comesBack,
    nominated: model.nominated,
    claimed: model.claimed !== null,
    askedBack: model.handBack !== null,
    receipts: model.rounds.length,
    at: model.terms.stages.length > 0 ? stagePlace(model.terms.stages, model.stage) : null
  });
}

const Beside = z.object({
  standing: z.number().nullable(),
  standingRounds: z.number(),
  pieces: z.number(),
  openSeals: z.number(),
  comesBack: z.number().nullable(),
  nominated: z.number().nullable(),
  claimed: z.boolean(),
  askedBack: z.boolean(),
  receipts: z.number(),
  at: z.unknown()
});
const counted = (table: string, where = 'true') =>
  `(select count(*)::int from ${table} x where x.packet_id = p.id and ${where})`;
const BESIDE = `
  select p.standing_round as standing, ${counted('rounds', "x.state = 'standing'")} as "standingRounds",
    ${counted('pieces')} as pieces, ${counted('seals', 'x.ended is null')} as "openSeals", p.comes_back as "comesBack",
    p.nominated, p.claimed_at is not null as claimed, p.asked_back_at is not null as "askedBack",
    ${counted('receipts')} as receipts, p.stage_place as at
  from packets p where p.id = $1`;
