import { Readable } from 'node:stream';
import { beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Actor } from '$core/people/policy';
import { CHANGEABLE } from '$core/threads/rules';
import { conversations, readGuidance } from '$server/assignments/guidance';
import { storeBlob } from '$server/blobs/store';
import { readCourseAside } from '$server/courses/asides';
import { courseFor } from '$server/courses/course-head';
import { NotHere } from '$server/outcome';
import { editPost, moveAside, unsay } from '$server/threads/change-post';
import { noteHeard } from '$server/threads/read-posts';
import { receiveSaid } from '$server/threads/receive-said';
import { openSaidFile } from '$server/threads/said-file';
import { post } from '$server/threads/say';
import { at, count, MONDAY, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
let id: string;
beforeAll(async () => {
  school = await smallCourse();
});
beforeEach(async () => {
  at(MONDAY);
  id = await school.set();
});

const talk = async (who: Actor, party: string | null = who.id) => readGuidance(who, { assignmentId: id }, party);
const say = async (who: Actor, over: object = {}) => {
  const said = await post(who, { body: 'Which pier is it?', assignmentId: id, to: 'aside', ...over });
  if (!said.ok) throw new Error(said.why);
  return said.id;
};

describe('rich text', () => {
  it('keeps what a message may hold, and nothing that does harm', async () => {
    const html =
      '<p>See <strong>this</strong> <a href="javascript:alert(1)">x</a><img src=x onerror=alert(1)></p><script>1</script>';
    await say(school.ilse, { body: '', html });
    const [said] = (await talk(school.ilse)).aside;
    expect(said?.html).toBe('<p>See <strong>this</strong> <a rel="noopener noreferrer nofollow">x</a></p>');
    expect(said?.body).toBe('See this x');
  });

  it('takes a plain field as Markdown, where no script wrote it', async () => {
    await say(school.ilse, { body: 'It is **low** <b>water</b>' });
    const [said] = (await talk(school.ilse)).aside;
    expect(said?.html).toContain('<strong>low</strong>');
    expect(said?.html).not.toContain('<b>');
  });

  it('says nothing of an editor that holds only empty paragraphs', async () => {
    expect(await post(school.ilse, { html: '<p> </p><p></p>', assignmentId: id, to: 'aside' })).toEqual({
      ok: false,
      why: 'nothing-said'
    });
  });
});

describe('changing what was said', () => {
  it('is for whoever said it, for ten minutes, and can be seen', async () => {
    const postId = await say(school.ilse);
    const right = { postId, body: '', html: '<p>Which pier, north or south?</p>' };
    await expect(editPost(school.teacher, right)).rejects.toThrow(NotHere);
    expect(await editPost(school.ilse, right)).toEqual({ ok: true });
    expect((await talk(school.teacher, school.ilse.id)).aside[0]).toMatchObject({
      edited: true,
      body: 'Which pier, north or south?'
    });
    at(MONDAY + CHANGEABLE + 1);
    expect(await editPost(school.ilse, right)).toEqual({ ok: false, why: 'too-late' });
  });

  it('takes it back with its tidings, as long as nobody has read it', async () => {
    const first = await say(school.ilse);
    expect(await count('select count(*) n from tidings where about = $1', [`post ${first}`])).toBe(1);
    expect(await unsay(school.ilse, { postId: first })).toEqual({ ok: true });
    expect((await talk(school.teacher, school.ilse.id)).aside).toEqual([]);
    expect(await count('select count(*) n from tidings where about = $1', [`post ${first}`])).toBe(0);

    const second = await say(school.ilse);
    expect((await talk(school.ilse)).aside[0]?.heard).toBe(false);
    await noteHeard(school.teacher, conversations(id, school.ilse.id));
    expect((await talk(school.ilse)).aside[0]?.heard).toBe(true);
    expect(await unsay(school.ilse, { postId: second })).toEqual({ ok: false, why: 'read-already' });
  });

  it('moves a private question that went to the class, before anyone has read it', async () => {
    const postId = await say(school.ilse, { to: 'floor' });
    expect((await talk(school.teodor)).floor).toHaveLength(1);
    expect(await moveAside(school.ilse, { postId })).toEqual({ ok: true });
    expect((await talk(school.teodor)).floor).toEqual([]);
    expect((await talk(school.teacher, school.ilse.id)).aside.map(({ body }) => body)).toEqual(['Which pier is it?']);
    // The teacher hears of it once, as an aside.
    expect(await count("select count(*) n from tidings where about = $1 and kind = 'aside'", [`post ${postId}`])).toBe(
      1
    );
    expect(await count('select count(*) n from tidings where about = $1', [`post ${postId}`])).toBe(1);
  });

  it('does not move what a classmate has read, nor what somebody else said', async () => {
    const postId = await say(school.ilse, { to: 'floor' });
    await expect(moveAside(school.teodor, { postId })).rejects.toThrow(NotHere);
    await noteHeard(school.teodor, conversations(id, null));
    expect(await moveAside(school.ilse, { postId })).toEqual({ ok: false, why: 'read-already' });
    const teacher = await say(school.teacher, { to: 'floor' });
    expect(await moveAside(school.teacher, { postId: teacher })).toEqual({ ok: false, why: 'not-on-a-floor' });
  });
});

describe('files beside it', () => {
  it('are for who reads it, and nobody else', async () => {
    const blob = await storeBlob(Readable.from([Buffer.from('a page of the almanac')]));
    await post(school.ilse, { body: 'Here', assignmentId: id, to: 'aside' }, [{ name: 'page.txt', blob }]);
    const [file] = (await talk(school.ilse)).aside[0]?.files ?? [];
    expect(file).toMatchObject({ name: 'page.txt', size: 21 });
    expect(await openSaidFile(school.teacher, file?.id ?? '')).toMatchObject({ sha256: blob.sha256 });
    await expect(openSaidFile(school.teodor, file?.id ?? '')).rejects.toThrow(NotHere);
    await expect(openSaidFile(school.stranger, file?.id ?? '')).rejects.toThrow(NotHere);
  });

  const form = (fields: Record<string, string>, file?: { name: string; bytes: Uint8Array<ArrayBuffer> }) => {
    const body = new FormData();
    for (const [name, value] of Object.entries(fields)) body.set(name, value);
    if (file) body.append('files', new File([file.bytes], file.name));
    return new Request('http://vendro.example/said?/say', { method: 'POST', body });
  };

  it('come with the form as it streams in; a refused file says nothing at all', async () => {
    const fields = { to: 'aside', assignmentId: id, body: 'With it', back: '/x' };
    const text = { name: 'a.txt', bytes: new TextEncoder().encode('a') };
    expect(await receiveSaid(school.ilse, form(fields, text))).toMatchObject({ answer: { ok: true }, back: '/x' });
    const program = {
      name: 'a.pdf',
      bytes: new Uint8Array([0x4d, 0x5a, 0x90, 0, 3, 0, 0, 0, 4, 0, 0, 0, 255, 255, 0, 0])
    };
    expect((await receiveSaid(school.ilse, form(fields, program))).answer).toEqual({
      ok: false,
      why: 'program-in-disguise'
    });
    expect((await receiveSaid(school.ilse, form({ ...fields, assignmentId: 'nonsense' }))).answer.ok).toBe(false);
    expect((await receiveSaid(school.ilse, form({ ...fields, about: '{"kind":"none"}' }))).answer.ok).toBe(false);
    expect((await talk(school.ilse)).aside).toHaveLength(1);
  });
});

it('keeps an aside for what belongs to no assignment, which a teacher finds among all of the course', async () => {
  const head = await courseFor(school.ilse, school.course.id, 'read-course');
  await post(school.ilse, { body: 'May I miss Friday?', courseId: school.course.id, to: 'aside' });
  await say(school.teodor);
  const own = await readCourseAside(school.ilse, head, null, 'page');
  expect(own.posts.map(({ body }) => body)).toEqual(['May I miss Friday?']);
  expect(own.lines).toEqual([]);
  const teacher = await courseFor(school.teacher, school.course.id, 'read-course');
  const all = await readCourseAside(school.teacher, teacher, school.ilse.id, 'page');
  expect(all.lines.slice(0, 2).map(({ student, fresh }) => [student, fresh])).toEqual([
    ['Teodor', true],
    ['Ilse', true]
  ]);
  // Opening it was hearing it.
  expect((await readCourseAside(school.ilse, head, null, 'page')).posts[0]?.heard).toBe(true);
  await expect(readCourseAside(school.teacher, teacher, school.stranger.id, 'page')).rejects.toThrow(NotHere);
  await expect(post(school.stranger, { body: 'x', courseId: school.course.id, to: 'aside' })).rejects.toThrow(NotHere);
});
