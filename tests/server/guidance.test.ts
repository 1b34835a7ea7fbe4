import { Readable } from 'node:stream';
import { beforeEach, describe, expect, it } from 'vitest';
import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { readDraft } from '$server/assignments/change-assignment';
import { readGuidance } from '$server/assignments/guidance';
import { estimateOwn, noteResultSeen, tickMustDo } from '$server/assignments/own-progress';
import { readAssignment } from '$server/assignments/read-assignment';
import { storeBlob } from '$server/blobs/store';
import { courseFor } from '$server/courses/course-head';
import { enrol } from '$server/courses/create-course';
import { addMaterial, materialsOf, noteViewed, openMaterial, removeMaterial } from '$server/courses/materials';
import { select } from '$server/db/connection';
import { sendFile } from '$server/blobs/send-file';
import { returnRound } from '$server/marking/return-round';
import { previewOf } from '$server/materials/preview';
import { NotHere } from '$server/outcome';
import { readDesk } from '$server/lines/desk';
import { readPosts } from '$server/threads/read-posts';
import { post } from '$server/threads/say';
import { at, attach, DAY, handIn, HOUR, key, MONDAY, packetOf, person, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
let slug: string;
beforeEach(async () => {
  school = await smallCourse();
  slug = (await courseFor(school.teacher, school.course.id, 'read-course')).slug;
});

const guide = async (who: Actor, id: string) => readGuidance(who, { assignmentId: id }, who.id);
const file = async (name: string, content: string | Buffer, home: object = {}) => {
  const blob = await storeBlob(Readable.from([Buffer.from(content)]));
  return (await addMaterial(school.teacher, slug, home, { title: name, name, blob })).id;
};

describe('must-do items', () => {
  const ITEMS = [
    { text: 'Sign out', metBy: 'tick' as const },
    { text: 'Choose', metBy: 'aside' as const },
    { text: 'Ask', metBy: 'floor' as const },
    { text: 'Read', metBy: 'material' as const },
    { text: 'Begin', metBy: 'piece' as const }
  ];
  it('are met by ticking or by doing, each student for themselves', async () => {
    const id = await school.set({ mustDo: ITEMS });
    const material = await file('key.md', '# Key', { assignmentId: id });
    const met = async (who: Actor) => (await guide(who, id)).mustDo.map((item) => item.met);
    expect(await met(school.ilse)).toEqual([false, false, false, false, false]);
    const [first, second] = (await guide(school.ilse, id)).mustDo;
    await tickMustDo(school.ilse, { assignmentId: id, itemId: first?.id ?? '', done: true });
    // What is met by doing cannot be ticked.
    await tickMustDo(school.ilse, { assignmentId: id, itemId: second?.id ?? '', done: true });
    expect(await met(school.ilse)).toEqual([true, false, false, false, false]);
    await post(school.ilse, { body: 'Pool seven.', assignmentId: id, to: 'aside' });
    await post(school.ilse, { body: 'Where are the tapes?', assignmentId: id, to: 'floor' });
    await noteViewed(school.ilse, material);
    await attach(school.ilse, id);
    expect(await met(school.ilse)).toEqual([true, true, true, true, true]);
    expect(await met(school.teodor)).toEqual([false, false, false, false, false]);
    await tickMustDo(school.ilse, { assignmentId: id, itemId: first?.id ?? '', done: false });
    expect((await met(school.ilse))[0]).toBe(false);
    await expect(
      tickMustDo(school.stranger, { assignmentId: id, itemId: first?.id ?? '', done: true })
    ).rejects.toThrow(NotHere);
  });
});

describe('the rubric', () => {
  const CRITERIA = [
    {
      title: 'Claim',
      hint: 'Take a side.',
      levels: [
        { title: 'Held', points: 10 },
        { title: 'None', points: 2 }
      ]
    }
  ];
  const judge = async (who: Actor, id: string, level: number) => {
    await handIn(who, id);
    const [row] = (await readDraft(school.teacher, id)).draft.criteria;
    const rows = [{ level: row?.levels[level]?.id ?? '', points: null }];
    return returnRound(school.teacher, {
      packetId: await packetOf(who, id),
      round: 1,
      points: 8,
      remark: '',
      rows,
      otherwise: 'The other rows say the rest.',
      key: key(),
      outcome: 'settled'
    });
  };

  it('shows where the class loses points from five returned works on, not from four', async () => {
    const id = await school.set({ criteria: CRITERIA });
    const more = await Promise.all(['Maren', 'Pilar', 'Noor'].map(person));
    for (const one of more) await enrol(school.course.id, one.id, 'student');
    const [last, ...others] = [school.teodor, ...more, school.ilse];
    for (const [i, one] of others.entries()) await judge(one, id, i % 2);
    expect((await guide(school.ilse, id)).lost).toEqual([]);
    if (last) await judge(last, id, 1);
    const { lost } = await guide(school.ilse, id);
    // Three of five got 2 of 10 points: 24 of 50 are lost.
    expect(lost).toMatchObject([{ share: expect.closeTo(0.48) as number }]);
  });

  it('takes the student’s own mark on each row, and shows it to nobody else', async () => {
    const id = await school.set({ criteria: CRITERIA });
    const [row] = (await guide(school.ilse, id)).criteria;
    const own = { assignmentId: id, criterionId: row?.id ?? '' };
    await estimateOwn(school.ilse, { ...own, levelId: row?.levels[1]?.id ?? null });
    await estimateOwn(school.ilse, { ...own, levelId: row?.levels[0]?.id ?? null });
    expect((await guide(school.ilse, id)).estimates).toEqual({ [own.criterionId]: row?.levels[0]?.id });
    expect((await guide(school.teodor, id)).estimates).toEqual({});
    expect((await guide(school.teacher, id)).estimates).toEqual({});
    await estimateOwn(school.ilse, { ...own, levelId: null });
    expect((await guide(school.ilse, id)).estimates).toEqual({});
    await expect(estimateOwn(school.stranger, { ...own, levelId: null })).rejects.toThrow(NotHere);
  });
});

describe('what is said', () => {
  it('aside is read by that student and the teachers alone; on the floor by the course', async () => {
    const id = await school.set();
    await post(school.ilse, { body: 'Only for Odile', assignmentId: id, to: 'aside' });
    await post(school.teacher, { body: 'Only for Ilse', assignmentId: id, to: 'aside', studentId: school.ilse.id });
    await post(school.teodor, { body: 'For all', assignmentId: id, to: 'floor' });
    const bodies = async (who: Actor) => {
      const { aside, floor } = await guide(who, id);
      return [aside.map(({ body }) => body), floor.map(({ body }) => body)];
    };
    expect(await bodies(school.ilse)).toEqual([['Only for Odile', 'Only for Ilse'], ['For all']]);
    expect(await bodies(school.teodor)).toEqual([[], ['For all']]);
    const place = { on: 'assignment', id, partyId: school.ilse.id } as const;
    const [aside = []] = await readPosts(school.teacher, [place]);
    expect(aside.map(({ mine, teaches }) => [mine, teaches])).toEqual([
      [false, false],
      [true, true]
    ]);
  });

  it('cannot be said in someone else’s aside, nor where one does not belong', async () => {
    const id = await school.set();
    const hidden = await school.set({ published: false });
    const say = (who: Actor, over: object) => post(who, { body: 'x', assignmentId: id, to: 'aside', ...over });
    await expect(say(school.teodor, { studentId: school.ilse.id })).rejects.toThrow(NotHere);
    await expect(say(school.stranger, {})).rejects.toThrow(NotHere);
    await expect(say(school.stranger, { to: 'floor' })).rejects.toThrow(NotHere);
    await expect(say(school.teacher, { studentId: school.stranger.id })).rejects.toThrow(NotHere);
    await expect(say(school.ilse, { assignmentId: hidden, to: 'floor' })).rejects.toThrow(NotHere);
    expect(await say(school.ilse, { body: '   ' })).toEqual({ ok: false, why: 'nothing-said' });
  });
});

describe('materials', () => {
  it('are opened by whoever may see what they lie in', async () => {
    const hidden = await school.set({ published: false });
    const draft = await file('draft.txt', 'x', { assignmentId: hidden });
    const open = await file('open.txt', 'x', { unitId: school.course.units[0] });
    expect((await openMaterial(school.ilse, open)).name).toBe('open.txt');
    expect((await openMaterial(school.teacher, draft)).name).toBe('draft.txt');
    await expect(openMaterial(school.ilse, draft)).rejects.toThrow(NotHere);
    await expect(openMaterial(school.stranger, open)).rejects.toThrow(NotHere);
    await expect(removeMaterial(school.ilse, slug, open)).rejects.toThrow(NotHere);
    await removeMaterial(school.teacher, slug, open);
    await expect(openMaterial(school.ilse, open)).rejects.toThrow(NotHere);
  });

  it('stand beside the brief in the order in which they came', async () => {
    const id = await school.set();
    for (const name of ['c.txt', 'a.txt', 'b.txt']) await file(name, name, { assignmentId: id });
    expect((await materialsOf({ assignmentId: id })).map(({ name }) => name)).toEqual(['c.txt', 'a.txt', 'b.txt']);
  });

  const preview = async (name: string, content: string | Buffer, mediaType = 'application/octet-stream') =>
    previewOf({ name, mediaType, sha256: (await storeBlob(Readable.from([Buffer.from(content)]))).sha256 });

  it('become tables, text, and cleaned rich text', async () => {
    expect(await preview('a.csv', 'x;y\n"1;2";3\n')).toEqual({
      kind: 'table',
      rows: [
        ['x', 'y'],
        ['1;2', '3']
      ],
      more: false
    });
    expect(await preview('a.tsv', 'x\ty\n1\t2\n')).toMatchObject({
      rows: [
        ['x', 'y'],
        ['1', '2']
      ]
    });
    const long = await preview('long.csv', `n\n${'1\n'.repeat(500)}`);
    expect(long).toMatchObject({ kind: 'table', more: true });
    expect(await preview('big.txt', 'x'.repeat(300_000))).toMatchObject({ kind: 'text', more: true });
    const notes = await preview(
      'notes.md',
      '# Hi\n<script>alert(1)</script><img src="https://elsewhere.example/x.png">'
    );
    expect(notes).toMatchObject({ kind: 'markdown', html: expect.stringContaining('<h2>Hi</h2>') as string });
    expect(JSON.stringify(notes)).not.toMatch(/script|elsewhere/);
  });

  it('that are damaged say so and break nothing', async () => {
    const docx = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';
    expect(await preview('broken.docx', 'this is no archive', docx)).toEqual({
      kind: 'unreadable',
      words: 'This file could not be read here.'
    });
    expect(await preview('tool.exe', Buffer.from([0, 1, 2]))).toEqual({ kind: 'none' });
  });

  it('are sent in stretches, as film and long documents need them', async () => {
    const id = await file('film.txt', '0123456789');
    const material = await openMaterial(school.ilse, id);
    const ask = async (range?: string) => {
      const answer = await sendFile(material, new Request('http://x/', range ? { headers: { range } } : {}));
      return [answer.status, answer.headers.get('content-range'), await answer.text()];
    };
    expect(await ask()).toEqual([200, null, '0123456789']);
    expect(await ask('bytes=2-4')).toEqual([206, 'bytes 2-4/10', '234']);
    expect(await ask('bytes=7-')).toEqual([206, 'bytes 7-9/10', '789']);
    expect(await ask('bytes=-3')).toEqual([206, 'bytes 7-9/10', '789']);
    expect(await ask('bytes=5-900')).toEqual([206, 'bytes 5-9/10', '56789']);
    expect(await ask('bytes=10-')).toEqual([416, 'bytes */10', '']);
    expect(await ask('bytes=0-1,4-5')).toEqual([200, null, '0123456789']);
    expect(await ask('bytes=5-2')).toEqual([200, null, '0123456789']);
    const headers = (await sendFile(material)).headers;
    expect(headers.get('content-disposition')).toMatch(/^attachment/);
    expect(headers.get('x-content-type-options')).toBe('nosniff');
  });
});

describe('what came back', () => {
  it('is unread until the student has looked, and again after a correction', async () => {
    const id = await school.set();
    await handIn(school.ilse, id);
    const packetId = await packetOf(school.ilse, id);
    const give = (points: number) =>
      returnRound(school.teacher, { packetId, round: 1, points, remark: '', key: key(), outcome: 'settled' });
    at(MONDAY + HOUR);
    await give(8);
    const unread = async () => (await readDesk(school.ilse)).lines.map((line) => line.unread);
    expect(await unread()).toEqual([true]);
    at(MONDAY + 2 * HOUR);
    await noteResultSeen(school.ilse, id);
    expect(await unread()).toEqual([]);
  });

  it('teaches how long a submit usually waits here, once there is a habit', async () => {
    for (let day = 1; day <= 5; day++) {
      const id = await school.set();
      at(MONDAY);
      await handIn(school.ilse, id);
      at(MONDAY + day * DAY);
      await returnRound(school.teacher, {
        packetId: await packetOf(school.ilse, id),
        round: 1,
        points: 1,
        remark: '',
        key: key(),
        outcome: 'settled'
      });
      const [row] = await select(
        z.object({ wait: z.number().nullable() }),
        'select usual_wait_seconds as wait from courses where id = $1',
        [school.course.id]
      );
      expect(row?.wait).toBe(day < 5 ? null : 3 * 86_400);
    }
  });
});

it('says on the brief whatever was cleaned of it', async () => {
  const hostile =
    '<h1>Hi</h1><script>alert(1)</script><a href="javascript:alert(1)">x</a><img src=x onerror=alert(1)><iframe src="//e.example"></iframe><svg onload=alert(1)><style>*{display:none}</style><form action="/sign-out"><button>Go</button></form>';
  const id = await school.set({ brief: hostile });
  const { briefHtml } = await readAssignment(school.ilse, id);
  expect(briefHtml).toContain('<h2>Hi</h2>');
  expect(briefHtml).not.toMatch(/script|onerror|iframe|svg|style|form|button|javascript/);
});

it('names no title to a student that they cannot see yet', async () => {
  const { select } = await import('$server/db/connection');
  const { otherTitles } = await import('$server/assignments/guidance');
  const { z } = await import('zod');
  const own = await smallCourse();
  const here = await own.set({ title: 'Here' });
  await own.set({ title: 'Shown' });
  await own.set({ title: 'A draft', published: false });
  await own.set({ title: 'Shown later', visibleFrom: MONDAY + 1000 });
  const sql = `select ${otherTitles('$1', '$2', '$3')} as titles`;
  const titles = async (moment: number) =>
    (
      await select(z.object({ titles: z.array(z.string()) }), sql, [own.ilse.id, here, new Date(moment)])
    )[0]?.titles.sort();
  expect(await titles(MONDAY)).toEqual(['Shown']);
  expect(await titles(MONDAY + 2000)).toEqual(['Shown', 'Shown later']);
});
