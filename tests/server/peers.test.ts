import { beforeAll, describe, expect, it } from 'vitest';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { readGuidance } from '$server/assignments/guidance';
import { enrol } from '$server/courses/create-course';
import { handOutReading, readProgress, showReading } from '$server/peers/hand-out';
import { dropAsReader, keepReading, readReading, remarkAsReader } from '$server/peers/reading';
import { readForMarking } from '$server/marking/read-for-marking';
import { addRemark } from '$server/marking/remarks';
import { returnRound } from '$server/marking/return-round';
import { NotHere } from '$server/outcome';
import { takeBack } from '$server/rounds/change';
import { submitPacket } from '$server/rounds/submit';
import { find } from '$server/sources/find';
import { readTidings } from '$server/tidings/read-tidings';
import { at, attach, key, MONDAY, packetOf, person, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
let third: Awaited<ReturnType<typeof person>>;
beforeAll(async () => {
  school = await smallCourse();
  third = await person('Suvi');
  await enrol(school.course.id, third.id, 'student');
});

const CRITERIA = [
  {
    title: 'Clear',
    hint: '',
    levels: [
      { title: 'Yes', says: '', points: 2 },
      { title: 'No', says: '', points: 0 }
    ]
  }
];

/** Ilse's and Teodor's works, each handed out to the other. */
async function handedOut(nameless = true) {
  at(MONDAY);
  const assignmentId = await school.set({ points: 2, peers: { count: 1, nameless }, criteria: CRITERIA });
  for (const who of [school.ilse, school.teodor]) {
    await attach(who, assignmentId, undefined, `Report of ${who === school.ilse ? 'Ilse' : 'Teodor'}.txt`);
    await submitPacket(who, { assignmentId, key: key() });
  }
  expect(await handOutReading(school.teacher, assignmentId)).toEqual({ ok: true, given: 2 });
  const guide = (who: typeof third) => readGuidance(who, { assignmentId }, null);
  const [mine] = (await guide(school.teodor)).reading;
  if (!mine) throw new Error('nothing to read');
  const hers = async () => readOwnPacket(await readAssignment(school.ilse, assignmentId));
  return { assignmentId, id: mine.id, mine, guide, hers };
}

describe('reading each other’s works', () => {
  it('gives each another’s, without names, with remarks and the rubric, and shows it when the teacher does', async () => {
    const { assignmentId, id, mine, guide, hers } = await handedOut();
    expect(mine.whose).toBe('A classmate’s work');
    expect((await readTidings(school.teodor, null)).tidings.map(({ kind }) => kind)).toContain('to-read');
    const view = await readReading(school.teodor, id);
    const piece = view.round.pieces[0];
    expect([view.whose, piece?.name]).toEqual(['A classmate’s work', 'Piece 1.txt']);
    const file = async (who: typeof third) => (await find(who, 'submitted', piece?.id ?? '')).file?.name;
    expect(await file(school.teodor)).toBe('Piece 1.txt');
    await expect(file(third)).rejects.toThrow(NotHere);

    const remark = { readingId: id, pieceId: piece?.id ?? '', anchor: { on: 'whole' } as const, body: 'Which ledge?' };
    expect(await remarkAsReader(school.teodor, remark)).toMatchObject({ ok: true });
    const dropped = await remarkAsReader(school.teodor, { ...remark, body: 'Never mind.' });
    if (!dropped.ok) throw new Error(dropped.why);
    await dropAsReader(school.teodor, { readingId: id, remarkId: dropped.id });
    const [level] = view.criteria[0]?.levels ?? [];
    const say = (words: string, done: boolean) =>
      keepReading(school.teodor, { readingId: id, words, levels: [level?.id ?? ''], done });
    expect(await say(' ', true)).toMatchObject({ why: 'says-too-little' });
    await say('It reads well.', true);
    expect(await readProgress(assignmentId)).toEqual({ given: 2, done: 1, shown: 0 });

    // Nothing of it comes with what the teacher returns, nor before it is shown; the teacher sees who said it.
    const packetId = await packetOf(school.ilse, assignmentId);
    await addRemark(school.teacher, {
      packetId,
      pieceId: piece?.id ?? '',
      anchor: { on: 'whole' },
      body: 'Good.',
      key: key()
    });
    await returnRound(school.teacher, { packetId, round: 1, points: 2, remark: '', key: key(), outcome: 'settled' });
    expect((await hers()).rounds[0]?.remarks.map(({ body }) => body)).toEqual(['Good.']);
    expect((await guide(school.ilse)).readBy).toEqual([]);
    const seen = (await readForMarking(school.teacher, packetId)).rounds[0]?.remarks;
    expect(seen?.find(({ body }) => body === 'Which ledge?')?.by).toBe('Teodor, who read it');
    // A reader sees what they said themselves, and not what the teacher did.
    expect((await readReading(school.teodor, id)).round.remarks.map(({ body }) => body)).toEqual(['Which ledge?']);

    expect(await showReading(school.teacher, assignmentId)).toEqual({ ok: true, given: 1 });
    // Those of one moment have no order among themselves.
    expect((await hers()).rounds[0]?.remarks.map(({ body, by }) => `${body} ${by}`).sort()).toEqual([
      'Good. Odile',
      'Which ledge? A classmate'
    ]);
    expect((await guide(school.ilse)).readBy).toMatchObject([
      { by: 'A classmate', words: 'It reads well.', levels: [{ title: 'Clear', level: 'Yes' }] }
    ]);
    expect(await say('Other words.', true)).toMatchObject({ why: 'reading-is-shown' });
    expect(await remarkAsReader(school.teodor, remark)).toMatchObject({ why: 'reading-is-shown' });
  });

  it('says names where it was set so, and gives a late one what few have read', async () => {
    const { assignmentId, guide, mine } = await handedOut(false);
    expect(mine.whose).toBe('Ilse');
    expect((await guide(third)).reading).toEqual([]);
    await attach(third, assignmentId);
    await submitPacket(third, { assignmentId, key: key() });
    expect(await handOutReading(school.teacher, assignmentId)).toEqual({ ok: true, given: 1 });
    expect((await guide(third)).reading).toHaveLength(1);
    expect((await guide(school.teodor)).reading).toHaveLength(1);
    expect(await handOutReading(school.teacher, assignmentId)).toEqual({ ok: true, given: 0 });
  });

  it('is nobody else’s, in either direction', async () => {
    const { assignmentId, id } = await handedOut();
    for (const who of [school.ilse, third, school.stranger, school.teacher]) {
      await expect(readReading(who, id)).rejects.toThrow(NotHere);
      await expect(keepReading(who, { readingId: id, words: 'Mine', levels: [], done: true })).rejects.toThrow(NotHere);
      await expect(dropAsReader(who, { readingId: id, remarkId: id })).rejects.toThrow(NotHere);
    }
    for (const who of [school.ilse, school.stranger]) {
      await expect(handOutReading(who, assignmentId)).rejects.toThrow(NotHere);
      await expect(showReading(who, assignmentId)).rejects.toThrow(NotHere);
    }
    // A piece of another packet is not remarked on through one that was given.
    const other = await handedOut();
    const piece = (await readReading(school.teodor, other.id)).round.pieces[0]?.id ?? '';
    const foreign = { readingId: id, pieceId: piece, anchor: { on: 'whole' } as const, body: 'x' };
    await expect(remarkAsReader(school.teodor, foreign)).rejects.toThrow(NotHere);
  });

  it('ends where the work was taken back', async () => {
    const { assignmentId, id } = await handedOut();
    await takeBack(school.ilse, { assignmentId, restores: null, key: key() });
    await expect(readReading(school.teodor, id)).rejects.toThrow(NotHere);
  });

  it('needs two works, and to be set', async () => {
    const alone = await school.set({ peers: { count: 2, nameless: true } });
    expect(await handOutReading(school.teacher, alone)).toMatchObject({ why: 'nothing-to-read' });
    const none = await school.set();
    expect(await handOutReading(school.teacher, none)).toMatchObject({ why: 'no-peer-reading' });
  });
});
