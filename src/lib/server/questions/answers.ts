import { z } from 'zod';
import { asked } from '$core/questions/asked';
import { Answer, Question, type Answers, type Asked } from '$core/questions/question';
import { answersMarkdown } from '$core/questions/written';
import { MINUTE, type Moment } from '$core/time/moment';
import { ms, select, type Tx } from '../db/connection';
import { NotHere } from '../outcome';

/** Answers that are being given, with what is asked. Never leaves the server as it is: it knows what is right. */
export interface AnswerDraft {
  questions: Question[];
  answers: Answers;
  /** Whose they are, by which questions are laid in an order. */
  seed: string;
  oneByOne: boolean;
  at: Moment | null;
  begunAt: Moment;
  /** When its time is over; null where it has no limit. */
  until: Moment | null;
}

/** @throws NotHere where this piece is no answers */
export async function findAnswers(pieceId: string, tx: Tx): Promise<AnswerDraft> {
  const [row] = await select(Row, FIND, [pieceId], tx);
  if (!row) throw new NotHere('These answers');
  const { minutes, extraMinutes, ...draft } = row;
  return { ...draft, until: minutes === null ? null : draft.begunAt + (minutes + extraMinutes) * MINUTE };
}

/** What is asked, as its answerer has it. */
export const askedOf = ({ questions, seed }: Pick<AnswerDraft, 'questions' | 'seed'>): Asked[] =>
  asked(questions, seed);

/** Answers as a page, for what is made of them, and the names of its pictures. */
export async function answersText(pieceId: string, tx: Tx): Promise<{ text: string; pictures: string[] }> {
  const draft = await findAnswers(pieceId, tx);
  const pictures = draft.questions.flatMap(({ picture }) => (picture ? [picture.name] : []));
  return { text: answersMarkdown(askedOf(draft), draft.answers), pictures };
}

const Row = z.object({
  questions: z.array(Question),
  answers: z.record(z.string(), Answer),
  seed: z.string(),
  oneByOne: z.boolean(),
  at: z.number().nullable(),
  begunAt: z.number(),
  minutes: z.number().nullable(),
  extraMinutes: z.number()
});
// A piece that was put back from a round goes on with what was answered there.
const FIND = `
  select coalesce(q.questions, '[]') as questions, coalesce(d.answers, f.answers, '{}') as answers, k.party_id as seed,
    coalesce(q.one_by_one, false) as "oneByOne", ${ms('d.at')} as at,
    ${ms('coalesce(d.begun_at, f.begun_at, p.added_at)')} as "begunAt", q.minutes, k.extra_minutes as "extraMinutes"
  from pieces p join packets k on k.id = p.packet_id left join answer_drafts d on d.piece_id = p.id
  left join question_sets q on q.deliverable_id = p.deliverable_id
  left join lateral (select c.answers, c.begun_at from round_pieces r join round_counts c on c.round_piece_id = r.id
    where r.packet_id = p.packet_id and r.sha256 = p.sha256 order by r.round_no desc limit 1) f on true
  where p.id = $1 and p.kind = 'answers'`;
