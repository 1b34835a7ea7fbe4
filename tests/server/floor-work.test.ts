import { beforeEach, describe, expect, it } from 'vitest';
import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { lackingPost } from '$core/pieces/posted-words';
import type { PostView } from '$core/threads/views';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { letStudentsBegin, readCourseFloor } from '$server/courses/course-floor';
import { courseFor } from '$server/courses/course-head';
import { enrol } from '$server/courses/create-course';
import { clock } from '$server/clock';
import { gatherPosts, gatherPostsOf } from '$server/gathering/said-as-work';
import { takeBack } from '$server/rounds/change';
import { NotHere } from '$server/outcome';
import { find } from '$server/sources/find';
import { submitPacket } from '$server/rounds/submit';
import { storeText } from '$server/blobs/store-text';
import { unsay } from '$server/threads/change-post';
import { answerToAll, keepFloor, keepUnread, pin, takeDown } from '$server/threads/manage-post';
import { noteHeard, readPosts } from '$server/threads/read-posts';
import { post } from '$server/threads/say';
import { inOrder } from '$core/threads/order';
import { select } from '$server/db/connection';
import { receiveSaid } from '$server/threads/receive-said';
import { attach, key, person, smallCourse } from './kit';
import { bytesOf } from './page-writer';

let school: Awaited<ReturnType<typeof smallCourse>>;
let suvi: Actor;
let assignmentId: string;
const WANTS = { post: { words: 5, with: 'file' as const, answers: 1 } };
beforeEach(async () => {
  school = await smallCourse();
  suvi = await person('Suvi');
  await enrol(school.course.id, suvi.id, 'student');
  assignmentId = await school.set({ deliverables: [{ title: 'Your post', ask: '', wants: WANTS }] });
});

/** Says something on the floor as the route does it. */
async function say(who: Actor, body: string, more: { answersTo?: string; files?: string[] } = {}): Promise<string> {
  clock.set(clock.now() + 1000, { frozen: true });
  const files = await Promise.all(
    (more.files ?? []).map(async (name) => ({ name, blob: await storeText(`of ${name}`, 'text/plain') }))
  );
  const said = await post(who, { assignmentId, to: 'floor', body, answersTo: more.answersTo ?? null }, files);
  if (!said.ok) throw new Error(said.why);
  await gatherPostsOf(who, said.id);
  return said.id;
}
const floor = async (who: Actor): Promise<PostView[]> =>
  (await readPosts(who, [{ on: 'assignment', id: assignmentId, partyId: null }]))[0] ?? [];
const bodies = async (who: Actor) => (await floor(who)).map(({ body }) => body);
const view = (who: Actor) => readAssignment(who, assignmentId);
const lacking = async (who: Actor) => lackingPost(WANTS.post, (await view(who)).floorKept.posted);
const pieces = async (who: Actor) => (await readOwnPacket(await view(who))).pieces;

describe('a post that is asked for', () => {
  it('is counted where it is said, and lies in its place by itself', async () => {
    expect(await lacking(school.ilse)).toHaveLength(2);
    const first = await say(suvi, 'Rope floats, chain does not.');
    await say(school.ilse, 'Too short');
    expect(await lacking(school.ilse)).toEqual([
      'Your post has 2 of the 5 words that are asked for.',
      'Your post should have a file beside it.',
      'You have answered nobody else yet.'
    ]);
    await say(school.ilse, 'Now it is long enough, I think.', { files: ['kelp.txt'] });
    await say(school.ilse, 'That holds for our rope.', { answersTo: first });
    expect(await lacking(school.ilse)).toEqual([]);
    const [only, ...others] = await pieces(school.ilse);
    expect(others).toEqual([]);
    expect(only).toMatchObject({ kind: 'post', name: 'Said on the open floor.md' });
    const text = await bytesOf(school.ilse, 'pieces', only?.id ?? '');
    expect(text).toContain('> Suvi: Rope floats, chain does not.');
    expect(text).toMatch(/kelp\.txt, SHA-256 `[0-9a-f]{64}`/);
    expect(await pieces(school.teodor)).toEqual([]);
  });

  it('is frozen into the round with its moment, and what is said later is in the next one', async () => {
    await say(school.ilse, 'One two three four five.');
    await submitPacket(school.ilse, { assignmentId, key: key() });
    const of = async () => (await readOwnPacket(await view(school.ilse))).rounds.flatMap((round) => round.pieces);
    const [frozen] = await of();
    await say(school.ilse, 'Said afterwards');
    expect(await bytesOf(school.ilse, 'submitted', frozen?.id ?? '')).not.toContain('afterwards');
    await takeBack(school.ilse, { assignmentId, key: key(), restores: null });
    await submitPacket(school.ilse, { assignmentId, key: key() });
    const texts = await Promise.all((await of()).map(({ id }) => bytesOf(school.ilse, 'submitted', id)));
    expect(texts.filter((text) => text.includes('Said afterwards'))).toHaveLength(1);
  });

  it('leaves with what was said, where that was taken back', async () => {
    const only = await say(school.ilse, 'Never mind');
    expect(await pieces(school.ilse)).toHaveLength(1);
    await unsay(school.ilse, { postId: only });
    await gatherPosts(school.ilse, assignmentId);
    expect(await pieces(school.ilse)).toEqual([]);
  });

  it('is nothing to whoever teaches, nor on an assignment that asks for none', async () => {
    await say(school.teacher, 'Begin with the rope.');
    await gatherPosts(school.stranger, assignmentId);
    expect(await pieces(school.ilse)).toEqual([]);
  });
});

describe('a floor that hides what others said', () => {
  beforeEach(() => keepFloor(school.teacher, { assignmentId, hides: true, closed: false }));

  it('shows it to whoever has said something, with its files, and hides no teacher', async () => {
    const first = await say(suvi, 'Mine alone for now', { files: ['hidden.txt'] });
    await say(school.teacher, 'Think for yourselves');
    expect(await bodies(school.ilse)).toEqual(['Think for yourselves']);
    expect(await bodies(school.teacher)).toHaveLength(2);
    const [file] = (await floor(suvi)).flatMap(({ files }) => files);
    await expect(find(school.ilse, 'said', file?.id ?? '')).rejects.toThrow(NotHere);
    await expect(keepUnread(school.ilse, { postId: first })).rejects.toThrow(NotHere);
    // An answer alone opens nothing.
    await say(school.ilse, 'An answer', { answersTo: (await floor(school.ilse))[0]?.id ?? '' });
    expect(await bodies(school.ilse)).not.toContain('Mine alone for now');
    const own = await say(school.ilse, 'My own thought');
    expect(await bodies(school.ilse)).toContain('Mine alone for now');
    expect((await find(school.ilse, 'said', file?.id ?? '')).file?.name).toBe('hidden.txt');
    // What opened the floor is not taken back afterwards.
    expect(await unsay(school.ilse, { postId: own })).toEqual({ ok: false, why: 'shown-for-it' });
  });
});

describe('a floor that is kept', () => {
  it('is closed to students and to nobody else', async () => {
    await keepFloor(school.teacher, { assignmentId, hides: false, closed: true });
    const said = { assignmentId, to: 'floor' as const, body: 'x' };
    expect(await post(school.ilse, said)).toEqual({ ok: false, why: 'floor-closed' });
    expect(await post(school.teacher, said)).toMatchObject({ ok: true });
    expect(await post(school.ilse, { ...said, to: 'aside' })).toMatchObject({ ok: true });
    for (const one of [school.ilse, school.stranger])
      await expect(keepFloor(one, { assignmentId, hides: false, closed: false })).rejects.toThrow(NotHere);
  });

  it('lets something stand first, and takes down what stays there with its reason', async () => {
    const [one, two] = [await say(suvi, 'First'), await say(school.ilse, 'Second', { files: ['second.txt'] })];
    await pin(school.teacher, { postId: two, on: true });
    expect(inOrder(await floor(suvi), 'new').map(({ post: { body } }) => body)).toEqual(['Second', 'First']);
    for (const who of [suvi, school.stranger]) {
      await expect(pin(who, { postId: one, on: true })).rejects.toThrow(NotHere);
      await expect(takeDown(who, { postId: one, why: 'no' })).rejects.toThrow(NotHere);
    }
    const [file] = (await floor(suvi)).flatMap(({ files }) => files);
    await takeDown(school.teacher, { postId: two, why: 'It names somebody.' });
    const shown = (await floor(suvi)).find(({ id }) => id === two);
    expect(shown).toMatchObject({
      body: '',
      html: '',
      files: [],
      pinned: false,
      takenDown: { why: 'It names somebody.' }
    });
    expect((await floor(school.ilse)).find(({ id }) => id === two)?.body).toBe('Second');
    await expect(find(suvi, 'said', file?.id ?? '')).rejects.toThrow(NotHere);
    expect((await view(school.ilse)).floorKept.posted.words).toBe(0);
  });

  it('keeps as new what one wants to come back to', async () => {
    const one = await say(suvi, 'Read me twice');
    await noteHeard(school.ilse, [{ on: 'assignment', id: assignmentId, partyId: null }]);
    expect((await floor(school.ilse))[0]?.fresh).toBe(false);
    await keepUnread(school.ilse, { postId: one });
    expect((await floor(school.ilse))[0]?.fresh).toBe(true);
  });

  it('puts answers below what they answer, whatever they claim to answer elsewhere', async () => {
    const one = await say(suvi, 'Question');
    await say(school.ilse, 'Apart');
    await say(school.teodor, 'Answer', { answersTo: one });
    const [question, apart] = inOrder(await floor(suvi), 'thread');
    expect(question?.answers.map(({ post: { body } }) => body)).toEqual(['Answer']);
    expect(apart?.post.body).toBe('Apart');
    const aside = await post(school.ilse, { assignmentId, to: 'aside', body: 'secret', answersTo: one });
    expect(aside.ok).toBe(true);
    const elsewhere = await school.set({});
    await post(school.ilse, { assignmentId: elsewhere, to: 'floor', body: 'leads nowhere', answersTo: one });
    const [there] = (await readPosts(school.ilse, [{ on: 'assignment', id: elsewhere, partyId: null }]))[0] ?? [];
    expect(there?.answersTo).toBeNull();
  });
});

describe('what goes with a message', () => {
  it('comes from the Shelf too, from one’s own alone', async () => {
    const fileOf = async (who: Actor) => {
      const other = await school.set({});
      await attach(who, other, 'kept on the Shelf');
      const [file] = await select(z.object({ id: z.string() }), 'select id from shelf_files where owner_id = $1', [
        who.id
      ]);
      return file?.id ?? '';
    };
    const send = async (who: Actor, fileId: string) => {
      const form = new FormData();
      for (const [name, value] of Object.entries({ assignmentId, to: 'floor', body: 'See this.', shelfFiles: fileId }))
        form.append(name, value);
      return (await receiveSaid(who, new Request('http://x', { method: 'POST', body: form }))).answer;
    };
    expect(await send(school.ilse, await fileOf(school.ilse))).toMatchObject({ ok: true });
    expect((await floor(suvi))[0]?.files).toHaveLength(1);
    await expect(send(school.ilse, await fileOf(suvi))).rejects.toThrow(NotHere);
    expect(await floor(suvi)).toHaveLength(1);
  });
});

describe('a question that was asked aside', () => {
  it('is answered for everybody without saying who asked', async () => {
    const asked = await post(school.ilse, { assignmentId, to: 'aside', body: 'Is chain allowed?' });
    const postId = asked.ok ? asked.id : '';
    await expect(answerToAll(suvi, { postId, question: 'q', answer: 'a' })).rejects.toThrow(NotHere);
    await answerToAll(school.teacher, { postId, question: 'Is chain allowed?', answer: 'Yes, if it is measured.' });
    const [shown] = await floor(suvi);
    expect(shown?.html).toContain('Is chain allowed?');
    expect(shown?.by).toBe(school.teacher.id === shown?.id ? '' : shown?.by);
    expect(JSON.stringify(shown)).not.toContain('Ilse');
  });
});

describe('the floor of a course', () => {
  it('is for students where the course lets them', async () => {
    const { course } = school;
    const said = { courseId: course.id, to: 'floor' as const, body: 'Who has a spare fid?' };
    await expect(post(school.ilse, said)).rejects.toThrow(NotHere);
    await expect(letStudentsBegin(school.ilse, course.id, true)).rejects.toThrow(NotHere);
    await letStudentsBegin(school.teacher, course.id, true);
    expect(await post(school.ilse, said)).toMatchObject({ ok: true });
    await expect(post(school.stranger, said)).rejects.toThrow(NotHere);
    const head = await courseFor(suvi, course.id, 'read-course');
    expect((await readCourseFloor(suvi, head, 'page')).posts[0]).toMatchObject({ body: said.body, fresh: true });
    expect((await readCourseFloor(suvi, head, 'refresh')).posts[0]?.fresh).toBe(false);
  });
});
