import { topics } from '$core/live/topics';
import { fail, redirect } from '@sveltejs/kit';
import { randomUUID } from 'node:crypto';
import { message, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { pointsText } from '$core/grades/points';
import { markRefusalWords } from '$core/marking/words';
import { readBehind } from '$server/reading/read-behind';
import {
  declineAskingBack,
  handBack,
  keepMark,
  lookAndSettle,
  openRound,
  returnRound
} from '$server/marking/return-round';
import { nextWaiting, readForMarking } from '$server/marking/queries';
import { PointsText, WallClockText } from '../../shared/fields';
import { orNotFound, signedIn } from '../../shared/guard';
import { respond } from '../../shared/respond';
import type { RequestEvent } from './$types';
import { readForm } from '../../shared/read-form';
import { shows } from '../../shared/shows';

const MarkForm = z.object({
  round: z.number().int().positive(),
  key: z.string().min(8).max(50),
  known: z.number().int().min(0).default(0),
  points: z
    .string()
    .default('')
    .refine((text) => PointsText.safeParse(text).success, 'Write points as a number, such as 17 or 17.5.'),
  levels: z
    .array(z.union([z.literal(''), z.uuid()]))
    .max(20)
    .default([]),
  remark: z.string().max(20_000, 'A remark holds 20,000 characters at most.').default(''),
  due: z
    .string()
    .default('')
    .refine((text) => WallClockText.safeParse(text).success, 'Write a date and a time.'),
  closes: z
    .string()
    .default('')
    .refine((text) => WallClockText.safeParse(text).success, 'Write a date and a time.')
});

export const load = async ({ locals, params, url, isDataRequest, depends }) => {
  const person = signedIn(locals, url);
  const view = await orNotFound(readForMarking(person, params.packet));
  // A page that reads itself anew, or is come to by a link, may lie behind another: there the browser tells (`open`).
  if (view.unopened && !isDataRequest) await openRound(person, params.packet);
  const looking = readBehind(
    view.rounds.flatMap(({ pieces }) => pieces),
    'round_pieces'
  );
  const round = view.standing ?? view.rounds.find((r) => r.state === 'settled')?.no ?? null;
  const known = view.draft ?? view.marks.find((mark) => mark.round === round) ?? null;
  const form = await superValidate(
    {
      round: round ?? 1,
      key: randomUUID(),
      known: view.marks.length,
      points: known?.points === null || known?.points === undefined ? '' : pointsText(known.points),
      remark: known?.remark ?? '',
      levels: view.criteria.map((row) => row.levels.find(({ id }) => view.levels.includes(id))?.id ?? '')
    },
    zod4(MarkForm),
    { errors: false }
  );
  const live = shows(depends, topics.assignment(view.facts.assignmentId));
  return { ...live, view, form, round, looking, next: await nextWaiting(person, params.packet) };
};

type Judge = (
  person: NonNullable<App.Locals['person']>,
  given: {
    packetId: string;
    round: number;
    points: number | null;
    remark: string;
    levels: string[];
    key: string;
    known: number;
    due?: number;
    closes?: number;
  }
) => Promise<{ ok: true } | { ok: false; why: Parameters<typeof markRefusalWords>[0] }>;

export const actions = {
  open: async ({ locals, params, url }) => {
    await orNotFound(openRound(signedIn(locals, url), params.packet));
    return { done: true };
  },
  keep: (event) => judge(event, keepMark, 'stay'),
  settle: (event) =>
    judge(event, (person, given) =>
      returnRound(person, { ...given, due: undefined, closes: undefined, outcome: 'settled' })
    ),
  again: (event) => judge(event, (person, given) => returnRound(person, { ...given, outcome: 'another-round' })),
  look: (event) => judge(event, lookAndSettle),
  handBack: (event) => answerAsking(event, handBack),
  declineAskingBack: (event) => answerAsking(event, declineAskingBack)
};

/** Says yes or no to a student who asks for their round. */
async function answerAsking({ locals, params, url, request }: RequestEvent, answer: typeof handBack) {
  const given = await orNotFound(answer(signedIn(locals, url), params.packet));
  return respond(given, request, url.pathname, markRefusalWords);
}

/** Parses the marking form, does what its button says, and goes on to what has waited longest. */
async function judge(event: RequestEvent, change: Judge, then: 'stay' | 'next' = 'next') {
  const { locals, params, url, request } = event;
  const person = signedIn(locals, url);
  const form = await superValidate(await readForm(request), zod4(MarkForm));
  if (!form.valid) return fail(400, { form });
  const { facts, marks } = await orNotFound(readForMarking(person, params.packet));
  const { round, key, known, points, remark, levels, due, closes } = form.data;
  const answer = await orNotFound(
    change(person, {
      packetId: params.packet,
      round,
      key,
      known,
      remark,
      levels: levels.filter((level) => level !== ''),
      points: PointsText.parse(points),
      due: WallClockText.parse(due)?.(facts.zone),
      closes: WallClockText.parse(closes)?.(facts.zone)
    })
  );
  if (!answer.ok) {
    // Told once: whoever presses again has read it.
    if (answer.why === 'returned-meanwhile') form.data.known = marks.length;
    return message(form, { problem: markRefusalWords(answer.why) }, { status: 409 });
  }
  if (then === 'stay') {
    form.data.key = randomUUID();
    return message(form, { done: 'Kept. The student sees nothing of it until you return it.' });
  }
  const next = await nextWaiting(person, params.packet);
  redirect(303, next ? `/marking/${next}` : '/marking');
}
