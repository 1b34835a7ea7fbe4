import { topics } from '$core/live/topics';
import { jsonText } from '$core/forms/json-text';
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { pointsText } from '$core/grades/points';
import { courseZoneOfPacket } from '$server/assignments/read-assignment';
import { readBehind } from '$server/reading/read-behind';
import {
  declineAskingBack,
  handBack,
  keepMark,
  lookAndSettle,
  openRound,
  returnRound
} from '$server/marking/return-round';
import { GrantGiven, grantCredits } from '$server/marking/grant-credits';
import { MOST_OFFERED } from '$core/marking/meeting';
import { offerMeeting } from '$server/marking/meetings';
import { answerReminder } from '$server/marking/remind';
import { moveStage } from '$server/marking/move-stage';
import { returnLater } from '$server/marking/return-later';
import { readReturned, undoReturn } from '$server/marking/undo-return';
import { readRun } from '$server/marking/run';
import { readForMarking, type MarkingView } from '$server/marking/read-for-marking';
import { action, type Person } from '../../shared/action';
import { PointsText, Several, WallClockText } from '../../shared/fields';
import { orNotFound, signedIn } from '../../shared/guard';
import type { RequestEvent } from './$types';
import { shows } from '../../shared/shows';
import { markingHref, runThrough } from '../../shared/marking-run';

const Reason = z.string().trim().max(500, 'A reason holds 500 characters at most.').default('');
const MarkForm = z
  .object({
    round: z.coerce.number().int().positive(),
    key: z.string().min(8).max(50),
    /** The assignment whose work is gone through. */
    of: z.union([z.literal('').transform(() => null), z.uuid()]).default(null),
    known: z.coerce.number().int().min(0).default(0),
    points: PointsText.default(null),
    levels: Several(z.array(z.union([z.literal(''), z.uuid()])).max(20)),
    between: Several(z.array(PointsText).max(20)),
    waive: z.literal('on').optional(),
    waived: Reason,
    otherwise: Reason,
    at: WallClockText.optional(),
    remark: z.string().max(20_000, 'A remark holds 20,000 characters at most.').default(''),
    due: WallClockText.optional(),
    closes: WallClockText.optional(),
    /** The stage that it goes to; empty past the last one. */
    to: z.string().max(40).default(''),
    /** What is to change, each as its row of the rubric, if any, and its words. */
    change: Several(z.array(z.string().max(1100)).max(40))
  })
  .refine(({ waive, waived }) => waive !== 'on' || waived !== '', {
    path: ['waived'],
    message: 'Say why lateness is not charged: the student reads it.'
  });
type MarkForm = z.infer<typeof MarkForm>;

const ReminderAnswer = z.object({
  round: z.coerce.number().int().positive(),
  until: WallClockText.optional(),
  answer: Reason
});
const MeetForm = z.object({
  round: z.coerce.number().int().positive(),
  key: z.string().min(8).max(50),
  offered: Several(z.array(WallClockText).max(MOST_OFFERED)),
  place: z.string().trim().max(200, 'A place holds 200 characters at most.').default(''),
  words: z.string().trim().max(2000, 'This holds 2,000 characters at most.').default('')
});

const GrantForm = z.object({
  round: z.coerce.number().int().positive(),
  key: z.string().min(8).max(50),
  grants: jsonText(z.array(GrantGiven).min(1, 'Nothing was said to any activity.').max(200))
});

export const load = async ({ locals, params, url, isDataRequest, depends }) => {
  const person = signedIn(locals, url);
  const { of, returned } = runThrough(url);
  const [view, run, undoable] = await Promise.all([
    orNotFound(readForMarking(person, params.packet)),
    readRun(person, params.packet, of),
    returned === null ? null : readReturned(person, returned)
  ]);
  // A page that reads itself anew, or is come to by a link, may lie behind another: there the browser tells (`open`).
  if (view.unopened && !isDataRequest) await openRound(person, params.packet);
  const looking = readBehind(
    view.rounds.flatMap(({ pieces }) => pieces),
    'round_pieces'
  );
  const round = view.standing ?? view.rounds.find((r) => r.state === 'settled')?.no ?? null;
  const values = valuesOf(view, round);
  const live = shows(depends, topics.assignment(view.facts.assignmentId));
  return { ...live, now: view.now, view, values, round, looking, run, of, undoable };
};

const written = (points: number | null | undefined) => (typeof points === 'number' ? pointsText(points) : '');

/** What the form says at first: what was kept for later, else what was returned. */
function valuesOf(view: MarkingView, round: number | null) {
  const known =
    view.draft ?? view.ownMarks.find(({ mine }) => mine) ?? view.marks.find((mark) => mark.round === round) ?? null;
  const judged = view.criteria.map((row) => view.levels.find(({ level }) => row.levels.some(({ id }) => id === level)));
  return {
    round: round ?? 1,
    key: randomUUID() as string,
    known: view.marks.length,
    points: written(known?.points),
    remark: known?.remark ?? '',
    levels: judged.map((row) => row?.level ?? ''),
    between: judged.map((row) => written(row?.points)),
    waived: (known && 'waived' in known && known.waived) || '',
    otherwise: (known && 'otherwise' in known && known.otherwise) || '',
    at: '',
    due: '',
    closes: ''
  };
}

/** What the marking form says, of the packet that its page shows. */
type Given = Parameters<typeof keepMark>[1] & { due?: number; closes?: number; at?: number; to: string };
type Judge = (person: Person, given: Given) => ReturnType<typeof keepMark>;

/** Does what the button says, and goes on to what comes after it. */
const judge = (change: Judge) =>
  action(
    MarkForm,
    async (person, form, { params }: RequestEvent) => {
      const { of } = form;
      // What comes after it is asked before it leaves the row.
      const { next } = await readRun(person, params.packet, of);
      const given = await givenFor(params.packet, form);
      const answer = await change(person, given);
      if (!answer.ok) return { ...answer, known: (await readForMarking(person, params.packet)).marks.length };
      const goOn = next ?? (await readRun(person, params.packet, of)).next;
      return { ok: true as const, goOn, of, returned: given.at === undefined ? params.packet : null };
    },
    {
      reader: 'teacher',
      // Told once: whoever presses again has read it.
      with: ({ why, known }) => (why === 'returned-meanwhile' ? { known } : {}),
      goTo: ({ goOn, of, returned }) => markingHref(goOn, { of, returned })
    }
  );

async function givenFor(packetId: string, form: MarkForm): Promise<Given> {
  const zone = await courseZoneOfPacket(packetId);
  const rows = form.levels.flatMap((level, i) => (level === '' ? [] : [{ level, points: form.between[i] ?? null }]));
  const moments = { due: form.due?.(zone), closes: form.closes?.(zone), at: form.at?.(zone) };
  const toChange = form.change.map((text) => {
    const [row = '', ...words] = text.split('\n');
    return { criterionId: z.uuid().safeParse(row).data ?? null, body: words.join(' ').slice(0, 1000) };
  });
  return { ...form, ...moments, packetId, rows, toChange, waived: form.waive ? form.waived : null };
}

/** Now, or at the moment that the teacher has named. */
const returnAs = (outcome: 'settled' | 'another-round') =>
  judge((person, { at, ...given }) => {
    const moments = outcome === 'settled' ? { due: undefined, closes: undefined } : {};
    const judgement = { ...given, ...moments, outcome };
    return at === undefined ? returnRound(person, judgement) : returnLater(person, { ...judgement, at });
  });

/** Says yes or no to a student who asks for their round. */
const answerAsking = (answer: typeof handBack) =>
  action(z.object({}), (person, _, { params }: RequestEvent) => answer(person, params.packet), { reader: 'teacher' });

export const actions = {
  open: action(z.object({}), (person, _, { params }: RequestEvent) => openRound(person, params.packet)),
  keep: action(
    MarkForm,
    async (person, form, { params }: RequestEvent) => keepMark(person, await givenFor(params.packet, form)),
    {
      reader: 'teacher',
      then: () => ({ done: 'Kept. The student sees nothing of it until you return it.', key: randomUUID() as string })
    }
  ),
  settle: returnAs('settled'),
  again: returnAs('another-round'),
  look: judge(lookAndSettle),
  move: judge((person, { to, ...given }) => moveStage(person, { ...given, to: to === '' ? null : to })),
  answerReminder: action(
    ReminderAnswer,
    async (person, { until, ...form }, { params }: RequestEvent) => {
      const zone = await courseZoneOfPacket(params.packet);
      return answerReminder(person, { ...form, packetId: params.packet, until: until?.(zone) ?? null });
    },
    { reader: 'teacher', then: () => ({ done: 'The student reads it now.' }) }
  ),
  meet: action(
    MeetForm,
    async (person, { offered, ...form }, { params }: RequestEvent) => {
      const zone = await courseZoneOfPacket(params.packet);
      const moments = offered.flatMap((at) => at?.(zone) ?? []);
      return offerMeeting(person, { ...form, packetId: params.packet, offered: moments });
    },
    { reader: 'teacher', then: () => ({ done: 'Offered. The work stays with you until then.' }) }
  ),
  grant: action(
    GrantForm,
    (person, form, { params }: RequestEvent) => grantCredits(person, { ...form, packetId: params.packet }),
    { reader: 'teacher', then: () => ({ done: 'Kept. The student sees it now.' }) }
  ),
  undo: action(z.object({}), (person, _, { params }: RequestEvent) => undoReturn(person, params.packet), {
    reader: 'teacher',
    goTo: (_, __, { params, url }) => markingHref(params.packet, { of: runThrough(url).of, returned: null })
  }),
  handBack: answerAsking(handBack),
  declineAskingBack: answerAsking(declineAskingBack)
};
