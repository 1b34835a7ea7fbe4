import { z } from 'zod';
import { Question, type QuestionSet } from '$core/questions/question';
import type { StarterRefusal } from '$core/assignments/starter-refusals';
import type { Actor } from '$core/people/policy';
import { clock } from '../clock';
import { courseFor } from '../courses/course-head';
import { audit } from '../db/audit';
import { execute, inTransaction, select, type Tx } from '../db/connection';
import { publish } from '../live/publish';
import { NotHere, type Outcome } from '../outcome';
import type { StarterPlace } from './starter';

export interface QuestionsView extends QuestionSet {
  courseId: string;
  assignment: string;
  place: string;
  /** 0 while there are none. */
  version: number;
  /** Packets in which somebody answers. */
  begun: number;
}

/** What is asked in a place, with what is right. For the server alone. */
export async function readQuestions(deliverableId: string): Promise<{ questions: Question[] } | null> {
  const [row] = await select(
    z.object({ questions: z.array(Question) }),
    'select questions from question_sets where deliverable_id = $1',
    [deliverableId]
  );
  return row ?? null;
}

/**
 * The questions of a place with what is right, for the teachers of its course.
 *
 * @throws NotHere where there is no such place for this person
 */
export async function openQuestions(person: Actor, at: StarterPlace, tx?: Tx): Promise<QuestionsView> {
  const [row] = await select(Row, QUESTIONS, [at.assignmentId, at.deliverableId], tx);
  if (!row) throw new NotHere('This place');
  await courseFor(person, row.courseId, 'shape-course', tx);
  return row;
}

/** Keeps the questions of a place. @param known the version that the teacher had before them */
export async function keepQuestions(
  person: Actor,
  at: StarterPlace,
  { known, ...set }: QuestionSet & { known: number }
): Promise<Outcome<{ version: number }, StarterRefusal>> {
  return inTransaction(async (tx) => {
    await execute('select 1 from deliverables where id = $1 for update', [at.deliverableId], tx);
    const before = await openQuestions(person, at, tx);
    if (before.version !== known) return { ok: false, why: 'starter-elsewhere' };
    if (!sound(set.questions)) return { ok: false, why: 'starter-unreadable' };
    const { questions, minutes, oneByOne } = set;
    const bind = [
      at.deliverableId,
      known + 1,
      JSON.stringify(questions),
      minutes,
      oneByOne,
      new Date(clock.now()),
      person.id
    ];
    await execute(KEEP, bind, tx);
    await audit(
      person.id,
      'keep-questions',
      at.assignmentId,
      { deliverableId: at.deliverableId, version: known + 1 },
      tx
    );
    await publish({ what: 'assignment-changed', assignmentId: at.assignmentId, courseId: before.courseId }, tx);
    return { ok: true, version: known + 1 };
  });
}

/** Each question and option has a name of its own, and what is right is among what can be answered. */
function sound(questions: readonly Question[]): boolean {
  const own = (ids: readonly string[]) => new Set(ids).size === ids.length;
  const idsOf = (options: ReadonlyArray<{ id: string }>) => options.map(({ id }) => id);
  return (
    own(idsOf(questions)) &&
    questions.every((question) => {
      switch (question.kind) {
        case 'choice':
          return own(idsOf(question.options)) && question.key.every((id) => idsOf(question.options).includes(id));
        case 'match':
          return (
            own(idsOf(question.left)) &&
            own(idsOf(question.right)) &&
            Object.entries(question.key).every(
              ([l, r]) => idsOf(question.left).includes(l) && idsOf(question.right).includes(r)
            )
          );
        case 'order':
          return own(idsOf(question.items));
        case 'spot':
          return question.picture !== null;
        default:
          return true;
      }
    })
  );
}

const Row = z.object({
  courseId: z.string(),
  assignment: z.string(),
  place: z.string(),
  version: z.number(),
  questions: z.array(Question),
  minutes: z.number().nullable(),
  oneByOne: z.boolean(),
  begun: z.number()
});
const QUESTIONS = `
  select a.course_id as "courseId", a.title as assignment, d.title as place, coalesce(q.version, 0) as version,
    coalesce(q.questions, '[]') as questions, q.minutes, coalesce(q.one_by_one, false) as "oneByOne",
    (select count(*)::integer from pieces p where p.deliverable_id = d.id and p.kind = 'answers') as begun
  from deliverables d join assignments a on a.id = d.assignment_id left join question_sets q on q.deliverable_id = d.id
  where a.id = $1 and d.id = $2`;
const KEEP = `
  insert into question_sets (deliverable_id, version, questions, minutes, one_by_one, changed_at, changed_by)
  values ($1, $2, $3, $4, $5, $6, $7)
  on conflict (deliverable_id) do update set version = excluded.version, questions = excluded.questions,
    minutes = excluded.minutes, one_by_one = excluded.one_by_one, changed_at = excluded.changed_at,
    changed_by = excluded.changed_by`;
