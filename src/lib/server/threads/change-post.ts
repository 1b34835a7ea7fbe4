import { z } from 'zod';
import { mayEdit, mayMoveAside, mayUnsay, type SaidRefusal } from '$core/threads/rules';
import type { Actor } from '$core/people/policy';
import { clock } from '../clock';
import { execute, inTransaction, ms, select, type Tx } from '../db/connection';
import { publish } from '../live/publish';
import { NotHere, type Outcome } from '../outcome';
import { membersIn, partyOf } from '../parties/party';
import { HEARD } from './read-posts';
import { saidOn, tellOfPost, written } from './say';

type Changed = Outcome<object, SaidRefusal>;

/** Puts right what one said, within ten minutes. Readers see that it was put right. */
export async function editPost(person: Actor, input: { postId: string; body: string; html: string }): Promise<Changed> {
  return changing(person, input.postId, async (said, tx) => {
    const verdict = mayEdit(said, clock.now());
    if (!verdict.ok) return verdict;
    const now = await written(input);
    if (!now.ok) return now;
    const { text, html } = now;
    if (text === '') return { ok: false, why: 'nothing-said' };
    await execute(
      'update posts set body = $2, body_html = $3, edited_at = $4 where id = $1',
      [input.postId, text, html, new Date(clock.now())],
      tx
    );
    return { ok: true };
  });
}

/** Takes back what one said, as if it had never been said: as long as nobody has read it. */
export async function unsay(person: Actor, { postId }: { postId: string }): Promise<Changed> {
  return changing(person, postId, async (said, tx) => {
    const verdict = mayUnsay(said, clock.now());
    if (!verdict.ok) return verdict;
    // Whoever was shown the others for it would otherwise read first and write afterwards.
    if (said.hides) return { ok: false, why: 'shown-for-it' };
    await execute('delete from posts where id = $1', [postId], tx);
    await forget(postId, tx);
    return { ok: true };
  });
}

/** Makes of what a student said to everyone a word to the teachers alone: as long as nobody has read it. */
export async function moveAside(person: Actor, { postId }: { postId: string }): Promise<Changed> {
  return changing(person, postId, async (said, tx) => {
    const verdict = mayMoveAside({ ...said, onFloor: said.partyId === null && said.assignmentId !== null });
    if (!verdict.ok) return verdict;
    const party = await partyOf(person.id, said.assignmentId, tx);
    await execute('update posts set party_id = $2 where id = $1', [postId, party.id], tx);
    await forget(postId, tx);
    await tellOfPost({ ...said, id: postId, partyId: party.id, by: person.id }, tx);
    return { ok: true };
  });
}

/** What was taken back or moved is no tiding any more. */
async function forget(postId: string, tx: Tx): Promise<void> {
  await execute('delete from tidings where about = $1', [`post ${postId}`], tx);
}

/** Opens something that was said for a change by its author, under lock. */
async function changing(
  person: Actor,
  postId: string,
  change: (said: PostRow, tx: Tx) => Promise<Changed>
): Promise<Changed> {
  return inTransaction(async (tx) => {
    const [said] = await select(PostRow, POST, [postId, person.id], tx);
    // What others said is theirs; that it is there is no news to who can read it, and nobody else learns of it.
    if (!said?.mine) throw new NotHere('This message');
    const verdict = await change(said, tx);
    if (!verdict.ok) return verdict;
    // What was said aside concerns its readers alone; what was on the floor, everybody who had it before them.
    const people = said.partyId === null ? null : await membersIn(said.partyId, tx);
    await publish({ what: 'said', on: saidOn(said.courseId, said), courseId: said.courseId, people }, tx);
    return verdict;
  });
}

const PostRow = z.object({
  mine: z.boolean(),
  at: z.number(),
  heard: z.boolean(),
  studies: z.boolean(),
  courseId: z.string(),
  courseSlug: z.string(),
  title: z.string(),
  assignmentId: z.string().nullable(),
  noticeId: z.string().nullable(),
  partyId: z.string().nullable(),
  text: z.string(),
  /** It stands on a floor that hides what others said until one has said something. */
  hides: z.boolean()
});
type PostRow = z.infer<typeof PostRow>;

const POST = `
  select p.by_person = $2 as mine, ${ms('p.at')} as at, ${HEARD} as heard, p.course_id as "courseId",
    c.slug as "courseSlug", coalesce(a.title, n.title, c.title) as title, p.assignment_id as "assignmentId", p.notice_id as "noticeId", p.party_id as "partyId",
    p.body as text, coalesce(a.floor_hides, false) and p.party_id is null and p.answers_to is null as hides,
    exists (select 1 from enrolments e where e.course_id = p.course_id and e.person_id = $2 and e.role = 'student'
      and e.left_at is null) as studies
  from posts p join courses c on c.id = p.course_id
  left join assignments a on a.id = p.assignment_id left join notices n on n.id = p.notice_id
  where p.id = $1 and p.taken_down_at is null for update of p`;
