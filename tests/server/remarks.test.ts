import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Anchor } from '$core/remarks/anchor';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { readForMarking } from '$server/marking/read-for-marking';
import { answerAsStudent, answerAsTeacher } from '$server/marking/answer-remark';
import { keepPhrase, readPhrases, touchPhrase } from '$server/marking/phrases';
import { enrol } from '$server/courses/create-course';
import { addRemark, dealWithRemark, dropRemark } from '$server/marking/remarks';
import { returnRound } from '$server/marking/return-round';
import { keepVoice, LARGEST_VOICE } from '$server/marking/voices';
import { NotHere } from '$server/outcome';
import { find } from '$server/sources/find';
import { revise } from '$server/rounds/change';
import { readRound } from '$server/rounds/read-round';
import { handIn, key, packetOf, person, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});
const WORDS: Anchor = { on: 'words', start: 0, quote: 'the count', before: '', after: ' of pools' };

/** Ilse's work with its teacher. */
async function work() {
  const assignmentId = await school.set();
  await handIn(school.ilse, assignmentId, 'the count of pools');
  const packetId = await packetOf(school.ilse, assignmentId);
  const hers = async () => (await readOwnPacket(await readAssignment(school.ilse, assignmentId))).rounds;
  const pieceId = (await hers())[0]?.pieces[0]?.id ?? '';
  const remark = (over: Partial<Parameters<typeof addRemark>[1]> = {}) =>
    addRemark(school.teacher, { packetId, pieceId, anchor: WORDS, body: 'Which pools?', key: key(), ...over });
  const giveBack = (outcome: 'settled' | 'another-round', round = 1) =>
    returnRound(school.teacher, {
      packetId,
      round,
      points: outcome === 'settled' ? 3 : null,
      remark: '',
      key: key(),
      outcome
    });
  return { assignmentId, packetId, pieceId, hers, remark, giveBack };
}

describe('what is said to a remark', () => {
  it('is said by both sides once it is returned, told to the other, and belongs to a row of the rubric', async () => {
    const { assignmentId, packetId, hers, remark, giveBack } = await work();
    await remark({ criterionId: randomUUID() });
    const noted = async () => (await readForMarking(school.teacher, packetId)).rounds[0]?.remarks[0];
    expect(await noted()).toMatchObject({ criterion: null, answers: [] });
    const remarkId = (await noted())?.id ?? '';
    const hear = { assignmentId, remarkId, body: 'The three below the wall.' };
    await expect(answerAsStudent(school.ilse, { ...hear, key: key() })).rejects.toThrow(NotHere);
    await giveBack('another-round');
    const twice = key();
    expect(await answerAsStudent(school.ilse, { ...hear, key: twice })).toEqual({ ok: true });
    await answerAsStudent(school.ilse, { ...hear, key: twice });
    // Its teacher is told the first 120 letters of it: that is in the middle of a shell.
    const shell = `${'a'.repeat(119)}🐚, and so on.`;
    expect(await answerAsStudent(school.ilse, { ...hear, body: shell, key: key() })).toEqual({ ok: true });
    expect(await answerAsTeacher(school.teacher, { packetId, remarkId, body: 'Then say so.', key: key() })).toEqual({
      ok: true
    });
    expect((await hers())[0]?.remarks[0]?.answers.map(({ body, by }) => [body, by])).toEqual([
      ['The three below the wall.', 'Ilse'],
      [shell, 'Ilse'],
      ['Then say so.', 'Odile']
    ]);
    await expect(answerAsStudent(school.teodor, { ...hear, key: key() })).rejects.toThrow(NotHere);
    await expect(answerAsTeacher(school.teodor, { packetId, remarkId, body: 'x', key: key() })).rejects.toThrow(
      NotHere
    );
  });
});

describe('phrases', () => {
  it('are a teacher’s own, each once, those that are used most first', async () => {
    const keep = (body: string) => keepPhrase(school.teacher, { body });
    const [one, other] = [await keep('{student}, mind the scale bar.'), await keep('Say why.')];
    expect(await keep('Say why.')).toEqual(other);
    if (!one.ok || !other.ok) throw new Error('phrases');
    await touchPhrase(school.teacher, { id: one.id, what: 'used' });
    expect((await readPhrases(school.teacher)).map(({ id }) => id)).toEqual([one.id, other.id]);
    const another = await person('Casper');
    await enrol(school.course.id, another.id, 'teacher');
    await touchPhrase(another, { id: one.id, what: 'drop' });
    expect(await readPhrases(another)).toEqual([]);
    await touchPhrase(school.teacher, { id: one.id, what: 'drop' });
    expect(await readPhrases(school.teacher)).toHaveLength(1);
    await expect(readPhrases(school.ilse)).rejects.toThrow(NotHere);
    await expect(keepPhrase(school.ilse, { body: 'x' })).rejects.toThrow(NotHere);
  });
});

describe('a remark on a piece', () => {
  it('is seen by the teachers at once, by the student with the return, and dealt with in the next round', async () => {
    const { assignmentId, packetId, hers, remark, giveBack } = await work();
    const asked = { key: 'the same request' };
    const [one, again] = [await remark(asked), await remark(asked)];
    expect(again).toEqual(one);
    expect(await remark({ anchor: { on: 'whole' }, body: 'Good.' })).toMatchObject({ ok: true });
    const forTeacher = await readForMarking(school.teacher, packetId);
    expect(forTeacher.rounds[0]?.remarks.map(({ body, returned }) => [body, returned])).toEqual([
      ['Which pools?', false],
      ['Good.', false]
    ]);
    expect((await hers())[0]?.remarks).toEqual([]);
    expect((await readRound(school.ilse, packetId, 1, null)).round.remarks).toEqual([]);
    await giveBack('another-round');
    const [seen] = (await hers())[0]?.remarks ?? [];
    expect(seen).toMatchObject({ anchor: WORDS, body: 'Which pools?', returned: true, dealtAt: null });
    const deal = { assignmentId, remarkId: seen?.id ?? '', done: true };
    expect(await dealWithRemark(school.ilse, deal)).toEqual({ ok: true });
    expect((await readForMarking(school.teacher, packetId)).rounds[0]?.remarks[0]?.dealtAt).not.toBeNull();
    await dealWithRemark(school.ilse, { ...deal, done: false });
    expect((await hers())[0]?.remarks[0]?.dealtAt).toBeNull();
    // What stands with its round stays there, whatever comes after it.
    await handIn(school.ilse, assignmentId, 'the count of nine pools');
    expect((await hers()).map(({ no, remarks }) => [no, remarks.length])).toEqual([
      [2, 0],
      [1, 2]
    ]);
  });

  it('is put right after a return as well, and seen with the next one', async () => {
    const { hers, remark, giveBack } = await work();
    await giveBack('settled');
    expect(await remark({ body: 'One more thing.' })).toMatchObject({ ok: true });
    expect((await hers())[0]?.remarks).toEqual([]);
    await giveBack('settled');
    expect((await hers())[0]?.remarks).toMatchObject([{ body: 'One more thing.' }]);
  });

  it('is taken away until it is returned, and not after', async () => {
    const { packetId, hers, remark, giveBack } = await work();
    const [one, two] = [await remark(), await remark({ body: 'Stays.' })];
    if (!one.ok || !two.ok) throw new Error('two remarks');
    expect(await dropRemark(school.teacher, { packetId, remarkId: one.id })).toEqual({ ok: true });
    await giveBack('settled');
    expect((await hers())[0]?.remarks).toMatchObject([{ body: 'Stays.' }]);
    await expect(dropRemark(school.teacher, { packetId, remarkId: two.id })).rejects.toThrow(NotHere);
  });

  it('is refused for a round that does not stand, and is nobody’s but the teachers’', async () => {
    const { assignmentId, packetId, pieceId, remark } = await work();
    const other = await work();
    await expect(remark({ pieceId: other.pieceId })).rejects.toThrow(NotHere);
    for (const who of [school.ilse, school.teodor, school.stranger]) {
      const input = { packetId, pieceId, anchor: WORDS, body: 'mine', key: key() };
      await expect(addRemark(who, input)).rejects.toThrow(NotHere);
    }
    const made = await remark();
    if (!made.ok) throw new Error(made.why);
    for (const who of [school.ilse, school.stranger])
      await expect(dropRemark(who, { packetId, remarkId: made.id })).rejects.toThrow(NotHere);
    // What was not returned is not the student's to deal with, nor what is somebody else's.
    const deal = { assignmentId, remarkId: made.id, done: true };
    await expect(dealWithRemark(school.ilse, deal)).rejects.toThrow(NotHere);
    await expect(dealWithRemark(school.teodor, deal)).rejects.toThrow(NotHere);
    await other.giveBack('another-round');
    await expect(other.remark()).resolves.toEqual({ ok: false, why: 'another-round-stands' });
    expect(await revise(school.ilse, { assignmentId })).toMatchObject({ ok: false });
  });
});

describe('a remark by voice', () => {
  const SPOKEN = readFileSync('demo/files/reading-aloud.webm');
  const stream = (bytes: Uint8Array) => new Blob([new Uint8Array(bytes)]).stream();
  const nameOf = async (who: typeof school.ilse, id: string) => (await find(who, 'voices', id)).file?.name;

  it('is heard by its student with the return, by other teachers at once, and by nobody else', async () => {
    const { packetId, hers, remark, giveBack } = await work();
    const kept = await keepVoice(school.teacher, { packetId, bytes: stream(SPOKEN), seconds: 12.4 });
    if (!kept.ok) throw new Error(kept.why);
    // Before any remark came to refer to it, nobody hears it, nor its maker.
    await expect(nameOf(school.teacher, kept.id)).rejects.toThrow(NotHere);
    expect(await remark({ body: 'Spoken, 12 s', voiceId: kept.id })).toMatchObject({ ok: true });
    expect(await nameOf(school.teacher, kept.id)).toBe('Remark.webm');
    for (const who of [school.ilse, school.teodor, school.stranger])
      await expect(nameOf(who, kept.id)).rejects.toThrow(NotHere);
    await giveBack('settled');
    expect((await hers())[0]?.remarks[0]?.voice).toEqual({ id: kept.id, seconds: 12.4 });
    expect(await nameOf(school.ilse, kept.id)).toBe('Remark.webm');
    await expect(nameOf(school.teodor, kept.id)).rejects.toThrow(NotHere);
  });

  it('is refused where it is none, too large, somebody else’s, or beside two remarks', async () => {
    const { packetId, remark } = await work();
    const keep = (bytes: Uint8Array, who = school.teacher) =>
      keepVoice(who, { packetId, bytes: stream(bytes), seconds: 1 });
    expect(await keep(Buffer.from('<html>no sound</html>'))).toMatchObject({ why: 'no-voice' });
    expect(await keep(new Uint8Array(0))).toMatchObject({ why: 'empty-file' });
    expect(await keep(new Uint8Array(LARGEST_VOICE + 1))).toMatchObject({ why: 'too-large' });
    await expect(keep(SPOKEN, school.ilse)).rejects.toThrow(NotHere);
    await expect(remark({ voiceId: randomUUID() })).rejects.toThrow(NotHere);
    const kept = await keep(SPOKEN);
    if (!kept.ok) throw new Error(kept.why);
    const elsewhere = await work();
    await expect(elsewhere.remark({ voiceId: kept.id })).rejects.toThrow(NotHere);
    await remark({ voiceId: kept.id });
    await expect(remark({ voiceId: kept.id })).rejects.toThrow(NotHere);
  });
});
