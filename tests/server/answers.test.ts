import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Answers, Question } from '$core/questions/question';
import { keepQuestions, openQuestions } from '$server/assignments/questions';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { blobPath } from '$server/blobs/store';
import { beginAnswers, keepAnswers, readAnswers } from '$server/gathering/answer-questions';
import { restorePieces } from '$server/gathering/restore-pieces';
import { returnRound } from '$server/marking/return-round';
import { NotHere } from '$server/outcome';
import { revise } from '$server/rounds/change';
import { submitPacket } from '$server/rounds/submit';
import { openCounted } from '$server/sources/counted';
import { find } from '$server/sources/find';
import { at, key, MONDAY, packetOf, smallCourse } from './kit';

const QUESTIONS: Question[] = [
  {
    ...{
      id: 'q1',
      text: 'Which one bores?',
      points: '2',
      optional: false,
      picture: null,
      kind: 'choice',
      several: false
    },
    options: [
      { id: 'a', text: 'Limpet' },
      { id: 'b', text: 'Dog whelk' }
    ],
    key: ['b']
  },
  {
    id: 'q2',
    text: 'How wide?',
    points: '1.5',
    optional: false,
    picture: null,
    kind: 'number',
    unit: 'mm',
    key: '12.5',
    tolerance: '0.5'
  },
  { id: 'q3', text: 'Why?', points: '4', optional: false, picture: null, kind: 'text', long: true, key: [] }
];
let school: Awaited<ReturnType<typeof smallCourse>>;
let assignmentId: string;
let deliverableId: string;
beforeAll(async () => {
  school = await smallCourse();
});

async function set(over: { minutes?: number } = {}) {
  assignmentId = await school.set({ deliverables: [{ title: 'Medians', ask: 'Answer.' }] });
  deliverableId = (await readAssignment(school.teacher, assignmentId)).deliverables[0]?.id ?? '';
  const kept = await keepQuestions(school.teacher, place(), {
    ...{ questions: QUESTIONS, minutes: over.minutes ?? null, oneByOne: false, known: 0 }
  });
  if (!kept.ok) throw new Error(kept.why);
}
const place = () => ({ assignmentId, deliverableId });
async function begun() {
  const answer = await beginAnswers(school.ilse, { ...place(), name: 'Medians, Ilse', key: key() });
  if (!answer.ok) throw new Error(answer.why);
  return { assignmentId, pieceId: answer.pieceId };
}
const packet = async () => readOwnPacket(await readAssignment(school.ilse, assignmentId));

describe('answers', () => {
  it('are kept one by one, frozen as a page, counted with what was right then, and shown once they are returned', async () => {
    await set();
    expect((await readAssignment(school.ilse, assignmentId)).deliverables[0]?.questions).toBe(3);
    const piece = await begun();
    await Promise.all([
      keepAnswers(school.ilse, { ...piece, answers: { q1: ['b'] }, over: false }),
      keepAnswers(school.ilse, { ...piece, answers: { q2: '12,9' }, over: false })
    ]);
    const read = await readAnswers(school.ilse, piece);
    expect(read).toMatchObject({ ok: true, sheet: { answers: { q1: ['b'], q2: '12,9' }, until: null } });
    expect(JSON.stringify(read)).not.toMatch(/key|tolerance/);
    await keepAnswers(school.ilse, { ...piece, answers: {}, over: true });
    const [working] = (await packet()).pieces;
    expect(working).toMatchObject({ kind: 'answers', name: 'Medians, Ilse.md' });
    expect(working && 'facts' in working && working.facts?.prompts?.map(({ answered }) => answered)).toEqual([
      true,
      true,
      false
    ]);
    await keepAnswers(school.ilse, { ...piece, answers: { q3: 'It *drills*.' }, over: false });
    await submitPacket(school.ilse, { assignmentId, key: key() });
    const frozen = (await packet()).rounds[0]?.pieces[0]?.id ?? '';
    const { file } = await find(school.teacher, 'submitted', frozen);
    const text = readFileSync(blobPath(file?.sha256 ?? ''), 'utf8');
    expect(text).toContain('- [x] Dog whelk');
    expect(text).toContain('It \\*drills\\*.');
    const counted = {
      points: '3.5',
      of: '3.5',
      questions: [{ points: '2' }, { points: '1.5' }, { points: null, of: '4' }]
    };
    expect(await openCounted(school.teacher, 'submitted', frozen)).toMatchObject(counted);
    await expect(openCounted(school.ilse, 'submitted', frozen)).rejects.toThrow(NotHere);
    await expect(openCounted(school.teodor, 'submitted', frozen)).rejects.toThrow(NotHere);
    await keepQuestions(school.teacher, place(), {
      ...{ questions: QUESTIONS.slice(0, 1), minutes: null, oneByOne: false, known: 1 }
    });
    expect(await openCounted(school.teacher, 'submitted', frozen)).toMatchObject(counted);
    const packetId = await packetOf(school.ilse, assignmentId);
    const returned = await returnRound(school.teacher, {
      packetId,
      round: 1,
      points: 7,
      remark: '',
      key: key(),
      outcome: 'settled'
    });
    expect(returned).toMatchObject({ ok: true });
    expect(await openCounted(school.ilse, 'submitted', frozen)).toMatchObject(counted);
  });

  it('are gone on with after a revision, and where they were put back from a round', async () => {
    await set();
    const piece = await begun();
    await keepAnswers(school.ilse, { ...piece, answers: { q1: ['a'] }, over: false });
    await submitPacket(school.ilse, { assignmentId, key: key() });
    await revise(school.ilse, { assignmentId });
    await keepAnswers(school.ilse, { ...piece, answers: { q1: ['b'] }, over: true });
    await restorePieces(school.ilse, { assignmentId, round: 1 });
    const [back] = (await packet()).pieces;
    const again = { assignmentId, pieceId: back?.id ?? '' };
    expect(await readAnswers(school.ilse, again)).toMatchObject({ sheet: { answers: { q1: ['a'] } } });
    expect(await keepAnswers(school.ilse, { ...again, answers: { q2: '1' }, over: false })).toMatchObject({ ok: true });
    expect(await readAnswers(school.ilse, again)).toMatchObject({ sheet: { answers: { q1: ['a'], q2: '1' } } });
  });

  it('are refused where they are none of the question’s, or not theirs', async () => {
    await set();
    const piece = await begun();
    const none: Answers[] = [{ q1: ['other'] }, { q1: 'b' }, { nothing: 'x' }, { q2: { a: 'b' } }];
    for (const answers of none)
      expect(await keepAnswers(school.ilse, { ...piece, answers, over: false })).toEqual({
        ok: false,
        why: 'not-an-answer'
      });
    for (const other of [school.teodor, school.teacher, school.stranger]) {
      await expect(readAnswers(other, piece)).rejects.toThrow(NotHere);
      await expect(keepAnswers(other, { ...piece, answers: { q1: ['b'] }, over: false })).rejects.toThrow(NotHere);
    }
    await expect(beginAnswers(school.stranger, { ...place(), name: 'x', key: key() })).rejects.toThrow(NotHere);
    const elsewhere = { assignmentId: await school.set(), deliverableId };
    await expect(beginAnswers(school.ilse, { ...elsewhere, name: 'x', key: key() })).rejects.toThrow(NotHere);
    expect(await readAnswers(school.ilse, piece)).toMatchObject({ sheet: { answers: {} } });
  });

  it('are taken until their time is over by this clock, and what came before stays', async () => {
    await set({ minutes: 10 });
    at(MONDAY);
    const piece = await begun();
    at(MONDAY + 9 * 60_000);
    expect(await keepAnswers(school.ilse, { ...piece, answers: { q1: ['b'] }, over: false })).toMatchObject({
      ok: true
    });
    expect(await readAnswers(school.ilse, piece)).toMatchObject({ sheet: { until: MONDAY + 10 * 60_000 } });
    at(MONDAY + 10 * 60_000 + 11_000);
    expect(await keepAnswers(school.ilse, { ...piece, answers: { q2: '12.5' }, over: false })).toEqual({
      ok: false,
      why: 'answers-time-over'
    });
    expect(await keepAnswers(school.ilse, { ...piece, answers: {}, over: true })).toMatchObject({ ok: true });
    expect((await submitPacket(school.ilse, { assignmentId, key: key() })).ok).toBe(true);
    at(MONDAY);
  });
});

describe('questions', () => {
  it('are their teachers’ alone, never written over, and whole', async () => {
    await set();
    for (const other of [school.ilse, school.stranger]) {
      await expect(openQuestions(other, place())).rejects.toThrow(NotHere);
      await expect(
        keepQuestions(other, place(), { questions: [], minutes: null, oneByOne: false, known: 1 })
      ).rejects.toThrow(NotHere);
    }
    const keep = (questions: Question[], known: number) =>
      keepQuestions(school.teacher, place(), { questions, minutes: null, oneByOne: false, known });
    expect(await keep(QUESTIONS, 0)).toEqual({ ok: false, why: 'starter-elsewhere' });
    const [choice] = QUESTIONS;
    if (choice?.kind !== 'choice') throw new Error('The first one is a choice.');
    expect(await keep([choice, choice], 1)).toEqual({ ok: false, why: 'starter-unreadable' });
    expect(await keep([{ ...choice, key: ['nowhere'] }], 1)).toEqual({ ok: false, why: 'starter-unreadable' });
    expect((await openQuestions(school.teacher, place())).questions).toEqual(QUESTIONS);
  });
});
