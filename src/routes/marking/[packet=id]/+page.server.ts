import { topics } from '$core/live/topics';
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { pointsText } from '$core/grades/points';
import { readBehind } from '$server/reading/read-behind';
import {
  declineAskingBack,
  handBack,
  keepMark,
  lookAndSettle,
  openRound,
  returnRound
} from '$server/marking/return-round';
import { nextWaiting } from '$server/marking/desk';
import { readForMarking } from '$server/marking/read-for-marking';
import { action, type Person } from '../../shared/action';
import { PointsText, Several, WallClockText } from '../../shared/fields';
import { orNotFound, signedIn } from '../../shared/guard';
import type { RequestEvent } from './$types';
import { shows } from '../../shared/shows';

const MarkForm = z.object({
  round: z.coerce.number().int().positive(),
  key: z.string().min(8).max(50),
  known: z.coerce.number().int().min(0).default(0),
  points: PointsText.default(null),
  levels: Several(z.array(z.union([z.literal(''), z.uuid()])).max(20)),
  remark: z.string().max(20_000, 'A remark holds 20,000 characters at most.').default(''),
  due: WallClockText.optional(),
  closes: WallClockText.optional()
});
type MarkForm = z.infer<typeof MarkForm>;

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
  const values = {
    round: round ?? 1,
    key: randomUUID() as string,
    known: view.marks.length,
    points: known?.points === null || known?.points === undefined ? '' : pointsText(known.points),
    remark: known?.remark ?? '',
    levels: view.criteria.map((row) => row.levels.find(({ id }) => view.levels.includes(id))?.id ?? ''),
    due: '',
    closes: ''
  };
  const live = shows(depends, topics.assignment(view.facts.assignmentId));
  return { ...live, now: view.now, view, values, round, looking, next: await nextWaiting(person, params.packet) };
};

/** What the marking form says, of the packet that its page shows. */
type Given = Parameters<typeof keepMark>[1] & { due?: number; closes?: number };
type Judge = (person: Person, given: Given) => ReturnType<typeof keepMark>;

/** Does what the button says, and goes on to what has waited longest. */
const judge = (change: Judge) =>
  action(
    MarkForm,
    async (person, form, { params }: RequestEvent) => {
      const answer = await change(person, await givenFor(person, params.packet, form));
      if (!answer.ok) return { ...answer, known: (await readForMarking(person, params.packet)).marks.length };
      return { ok: true as const, next: await nextWaiting(person, params.packet) };
    },
    {
      reader: 'teacher',
      // Told once: whoever presses again has read it.
      with: ({ why, known }) => (why === 'returned-meanwhile' ? { known } : {}),
      goTo: ({ next }) => (next ? `/marking/${next}` : '/marking')
    }
  );

async function givenFor(person: Person, packetId: string, form: MarkForm): Promise<Given> {
  const { facts } = await readForMarking(person, packetId);
  const levels = form.levels.filter((level) => level !== '');
  return { ...form, packetId, levels, due: form.due?.(facts.zone), closes: form.closes?.(facts.zone) };
}

/** Says yes or no to a student who asks for their round. */
const answerAsking = (answer: typeof handBack) =>
  action(z.object({}), (person, _, { params }: RequestEvent) => answer(person, params.packet), { reader: 'teacher' });

export const actions = {
  open: action(z.object({}), (person, _, { params }: RequestEvent) => openRound(person, params.packet)),
  keep: action(
    MarkForm,
    async (person, form, { params }: RequestEvent) => keepMark(person, await givenFor(person, params.packet, form)),
    {
      reader: 'teacher',
      then: () => ({ done: 'Kept. The student sees nothing of it until you return it.', key: randomUUID() as string })
    }
  ),
  settle: judge((person, given) =>
    returnRound(person, { ...given, due: undefined, closes: undefined, outcome: 'settled' })
  ),
  again: judge((person, given) => returnRound(person, { ...given, outcome: 'another-round' })),
  look: judge(lookAndSettle),
  handBack: answerAsking(handBack),
  declineAskingBack: answerAsking(declineAskingBack)
};
