import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Question } from '$core/questions/question';
import { copyAssignment } from '$server/assignments/change-assignment';
import { addPlacePicture, openPlacePicture } from '$server/assignments/place-pictures';
import { printStarter } from '$server/assignments/print-starter';
import { keepQuestions, openQuestions } from '$server/assignments/questions';
import { readAssignment } from '$server/assignments/read-assignment';
import { keepStarter, readStarter } from '$server/assignments/starter';
import { blobPath } from '$server/blobs/store';
import { beginAnswers, keepAnswers, readAnswers } from '$server/gathering/answer-questions';
import { beginPage } from '$server/gathering/write-page';
import { giveExtraTime } from '$server/marking/class-actions';
import { NotHere } from '$server/outcome';
import { printPages } from '$server/pages/print-packet';
import { readBehind, readBehindDone } from '$server/reading/read-behind';
import { submitPacket } from '$server/rounds/submit';
import { openPagePicture } from '$server/sources/page-picture';
import { MINUTE } from '$core/time/moment';
import { at, key, MONDAY, smallCourse } from './kit';
import { openWindow, packetIn } from './page-writer';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});
async function set(wants = {}) {
  const assignmentId = await school.set({ deliverables: [{ title: 'Log', ask: '', wants }] });
  const deliverableId = (await readAssignment(school.teacher, assignmentId)).deliverables[0]?.id ?? '';
  return { assignmentId, deliverableId };
}
async function picture() {
  const bytes = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#a33' } })
    .png()
    .toBuffer();
  return { stream: new Blob([new Uint8Array(bytes)]).stream(), name: 'hull.png' };
}
const plain = (name: string) => name.replace('pictures/', '');

describe('what a teacher prepares in a place', () => {
  it('shows its pictures in each copy, its rounds and in print, to nobody else', async () => {
    const place = await set();
    const added = await addPlacePicture(school.teacher, place, await picture());
    if (!added.ok) throw new Error(added.why);
    const text = `# Log\n\n![A hull](${added.name})\n\nWhat is it?\n\n::: {.answer #what}\n\n:::\n`;
    await keepStarter(school.teacher, place, { text, known: 0 });
    expect(await openPlacePicture(school.teacher, place, plain(added.name))).toMatchObject({ mediaType: 'image/png' });
    for (const who of [school.ilse, school.stranger]) {
      await expect(openPlacePicture(who, place, plain(added.name))).rejects.toThrow(NotHere);
      await expect(addPlacePicture(who, place, await picture())).rejects.toThrow(NotHere);
    }
    const begun = await beginPage(school.ilse, { ...place, name: 'Log', key: key() });
    if (!begun.ok) throw new Error(begun.why);
    expect(await openPagePicture(school.ilse, 'pieces', begun.pieceId, plain(added.name))).toBeDefined();
    await submitPacket(school.ilse, { assignmentId: place.assignmentId, key: key() });
    const frozen = (await packetIn(school, place.assignmentId)).rounds[0]?.pieces[0]?.id ?? '';
    expect(await openPagePicture(school.teacher, 'submitted', frozen, plain(added.name))).toBeDefined();
    const printed = await printStarter(school.ilse, place);
    const words = await promisify(execFile)('pdftotext', [blobPath(printed.sha256), '-']);
    expect(words.stdout).toContain('What is it?');
    expect((await promisify(execFile)('pdfimages', ['-list', blobPath(printed.sha256)])).stdout).toMatch(/ image +\d+/);
    await expect(printStarter(school.stranger, place)).rejects.toThrow(NotHere);
    await expect(printStarter(school.ilse, await set())).rejects.toThrow(NotHere);
  });

  it('comes along when the assignment is copied', async () => {
    const place = await set();
    await keepStarter(school.teacher, place, { text: '# Log\n\n::: {.answer #a}\n\n:::\n', known: 0 });
    await keepQuestions(school.teacher, place, { questions: [SPOT], minutes: 5, oneByOne: true, known: 0 });
    const { id } = await copyAssignment(school.teacher, place.assignmentId, school.slug);
    const deliverableId = (await readAssignment(school.teacher, id)).deliverables[0]?.id ?? '';
    const copied = { assignmentId: id, deliverableId };
    expect(await readStarter(school.teacher, copied)).toMatchObject({ version: 1, prompts: [{ id: 'a' }] });
    expect(await openQuestions(school.teacher, copied)).toMatchObject({
      minutes: 5,
      oneByOne: true,
      questions: [SPOT]
    });
  });

  it('refuses a picture that is none, and a place on a picture that is not there', async () => {
    const place = await set();
    const words = { stream: new Blob(['words']).stream(), name: 'x.png' };
    expect(await addPlacePicture(school.teacher, place, words)).toEqual({ ok: false, why: 'no-picture' });
    const bare = { questions: [{ ...SPOT, picture: null }], minutes: null, oneByOne: false, known: 0 };
    expect(await keepQuestions(school.teacher, place, bare)).toEqual({ ok: false, why: 'starter-unreadable' });
  });
});

const SPOT: Question = {
  ...{ id: 'q1', text: 'Where is the keel?', points: '2', optional: false, kind: 'spot' },
  picture: { name: `pictures/${'b'.repeat(64)}.png`, alt: 'A hull' },
  key: [{ x: 500, y: 900, across: 100, down: 80 }]
};

describe('more time for one student', () => {
  it('counts from the first look, while the questions are open too, and for nobody else', async () => {
    at(MONDAY);
    const place = await set();
    await keepQuestions(school.teacher, place, { questions: [SPOT], minutes: 10, oneByOne: false, known: 0 });
    const pieces = await Promise.all(
      [school.ilse, school.teodor].map(async (who) => {
        const begun = await beginAnswers(who, { ...place, name: 'Answers', key: key() });
        if (!begun.ok) throw new Error(begun.why);
        return { assignmentId: place.assignmentId, pieceId: begun.pieceId };
      })
    );
    const [hers, his] = pieces;
    if (!hers || !his) throw new Error('two');
    const who = { assignmentId: place.assignmentId, studentId: school.ilse.id };
    await expect(giveExtraTime(school.ilse, { ...who, minutes: 600 })).rejects.toThrow(NotHere);
    expect(await giveExtraTime(school.teacher, { ...who, minutes: 5 })).toMatchObject({ ok: true });
    // Whoever has not begun yet is told how long it will be.
    const told = await Promise.all(
      [school.ilse, school.teodor, school.teacher].map((one) => readAssignment(one, place.assignmentId))
    );
    expect(told.map(({ deliverables }) => deliverables[0]?.minutes)).toEqual([15, 10, 10]);
    at(MONDAY + 12 * MINUTE);
    const given = { answers: { q1: '500,900' }, over: false };
    expect(await keepAnswers(school.ilse, { ...hers, ...given })).toMatchObject({ ok: true });
    expect(await keepAnswers(school.teodor, { ...his, ...given })).toEqual({ ok: false, why: 'answers-time-over' });
    const read = await readAnswers(school.ilse, hers);
    expect(read.ok && read.sheet.until).toBe(MONDAY + 15 * MINUTE);
    at(MONDAY + 16 * MINUTE);
    expect(await keepAnswers(school.ilse, { ...hers, ...given })).toMatchObject({ ok: false });
  });
});

describe('how many sheets a page fills', () => {
  it('is known once it is printed, and held against what is wanted', async () => {
    at(MONDAY);
    const place = await set({ pages: { to: 1 } });
    const begun = await beginPage(school.ilse, { ...place, name: 'Long', key: key() });
    if (!begun.ok) throw new Error(begun.why);
    const window = await openWindow(school.ilse, { assignmentId: place.assignmentId, pieceId: begun.pieceId });
    for (let i = 0; i < 120; i++) window.write(`Line ${i} of a long page.`);
    await window.keep(true);
    await printPages(school.ilse.id, place.assignmentId);
    readBehind((await packetIn(school, place.assignmentId)).pieces, 'pieces');
    await readBehindDone();
    const [piece] = (await packetIn(school, place.assignmentId)).pieces;
    const pages = piece && 'reading' in piece ? piece.reading?.pages : null;
    expect(pages).toBeGreaterThan(1);
  });
});
