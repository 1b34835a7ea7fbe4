import type { Refusal } from '$core/packets/allowed';
import { fitsQuestion } from '$core/questions/written';
import type { Answer, Answers, Asked } from '$core/questions/question';
import { keepableName } from '$core/pieces/names';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { SECOND, type Moment } from '$core/time/moment';
import { inspectBlob } from '../blobs/inspect';
import { storeText } from '../blobs/store-text';
import { execute } from '../db/connection';
import { publish } from '../live/publish';
import type { Outcome } from '../outcome';
import { readQuestions } from '../assignments/questions';
import { flushPage } from '../pages/flush';
import { askedOf, findAnswers } from '../questions/answers';
import { arranging, type OnePiece } from './arranging';
import { addFile, canAddFile } from './pieces';
import { withPacket } from '../packets/open-packet';
import { clock } from '../clock';

/** What came within this after the end was on its way by then: the line is not part of anybody's time. */
const ON_ITS_WAY = 10 * SECOND;

/** Answers as they are given: what is asked, without what is right. */
export interface AnswerSheet {
  questions: Asked[];
  answers: Answers;
  oneByOne: boolean;
  at: Moment | null;
  until: Moment | null;
  now: Moment;
}

/** Begins to answer what is asked in a place of the student's own packet. From here its time runs. */
export async function beginAnswers(
  person: Actor,
  input: { assignmentId: string; deliverableId: string; name: string; key: string }
): Promise<Outcome<{ pieceId: string }, Refusal | PieceRefusal>> {
  const { assignmentId, deliverableId } = input;
  const name = keepableName(`${input.name}.md`);
  if (name === null) return { ok: false, why: 'name-too-long' };
  const may = await canAddFile(person, { assignmentId, deliverableId });
  if (!may.ok) return may;
  const set = await readQuestions(deliverableId);
  if (set === null || set.questions.length === 0) return { ok: false, why: 'no-questions' };
  const blob = await storeText(`# ${input.name}\n`, 'text/markdown');
  const begun = await addFile(person, {
    assignmentId,
    deliverableId,
    name,
    blob,
    came: 'answered',
    key: `answers ${input.key}`
  });
  if (!begun.ok) return begun;
  await withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', null, async ({ now, tx }) => {
    await execute(BEGIN, [begun.pieceId, new Date(now)], tx);
    return { ok: true };
  });
  return begun;
}

/** What is asked and what was answered, for whoever answers. */
export async function readAnswers(
  person: Actor,
  input: OnePiece
): Promise<Outcome<{ sheet: AnswerSheet }, Refusal | PieceRefusal>> {
  return arranging(person, input, async (_, { tx, now }) => {
    const draft = await findAnswers(input.pieceId, tx);
    const { answers, oneByOne, at, until } = draft;
    return { ok: true, sheet: { questions: askedOf(draft), answers, oneByOne, at, until, now } };
  });
}

/**
 * Keeps answers as they were given. Each stands for itself: another window's answers to other questions stay.
 *
 * @param over nothing more is answered for now: its bytes are made
 */
export async function keepAnswers(
  person: Actor,
  { answers, over, ...input }: OnePiece & { answers: Record<string, Answer>; over: boolean }
): Promise<Outcome<{ at: Moment }, Refusal | PieceRefusal>> {
  const kept = await arranging(person, input, async (_, packet) => {
    const { now, tx } = packet;
    const draft = await findAnswers(input.pieceId, tx);
    const given = Object.entries(answers);
    if (given.length > 0 && draft.until !== null && now > draft.until + ON_ITS_WAY)
      return { ok: false, why: 'answers-time-over' };
    const questions = askedOf(draft);
    const fits = given.every(([id, answer]) => {
      const question = questions.find((one) => one.id === id);
      return question !== undefined && fitsQuestion(question, answer);
    });
    if (!fits) return { ok: false, why: 'not-an-answer' };
    if (given.length > 0)
      await execute(
        KEEP,
        [
          input.pieceId,
          JSON.stringify({ ...draft.answers, ...answers }),
          new Date(now),
          new Date(draft.begunAt),
          JSON.stringify(answers)
        ],
        tx
      );
    const blob = over ? await flushPage(input.pieceId, now, tx) : null;
    if (blob) await publish({ what: 'pieces-arranged', packet }, tx);
    return { ok: true, at: now, blob };
  });
  if (!kept.ok) return kept;
  if (kept.blob) await inspectBlob(kept.blob);
  return { ok: true, at: clock.now() };
}

const BEGIN = `
  insert into answer_drafts (piece_id, begun_at, flushed) values ($1, $2, false) on conflict do nothing`;
const KEEP = `
  insert into answer_drafts (piece_id, answers, begun_at, at, flushed) values ($1, $2, $4, $3, false)
  on conflict (piece_id) do update set answers = answer_drafts.answers || $5::jsonb, at = excluded.at, flushed = false`;
