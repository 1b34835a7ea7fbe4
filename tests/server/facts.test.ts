import { readFile } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { Document, Packer, Paragraph, TextRun } from 'docx';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { inspectBlob } from '$server/blobs/inspect';
import { storeBlob } from '$server/blobs/store';
import { courseFor } from '$server/courses/course-head';
import { addMaterial } from '$server/courses/materials';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { readBehind, readBehindDone } from '$server/reading/read-behind';
import { addFile } from '$server/gathering/pieces';
import { breakSeal, sealPacket } from '$server/rounds/seal';
import { submitPacket } from '$server/rounds/submit';
import { at, attach, key, MONDAY, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
  at(MONDAY);
});

const factsOf = async (bytes: Buffer | string) => inspectBlob(await storeBlob(Readable.from([Buffer.from(bytes)])));
const demo = (name: string) => readFile(`demo/files/${name}`);

describe('pictures', () => {
  const grey = (value: number) =>
    sharp({ create: { width: 800, height: 600, channels: 3, background: { r: value, g: value, b: value } } });

  it('are dark, blank or blurred, or neither', async () => {
    expect((await factsOf(await grey(4).jpeg().toBuffer())).seen).toBe('dark');
    expect((await factsOf(await grey(250).png().toBuffer())).seen).toBe('blank');
    const photograph = await demo('shift-sheet-1.jpg');
    expect((await factsOf(photograph)).seen).toBeUndefined();
    expect((await factsOf(await sharp(photograph).blur(9).jpeg().toBuffer())).seen).toBe('blurred');
    // A page in faint pencil is no blank one.
    const page = `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="1200"><rect width="900" height="1200" fill="#f4f1ea"/>
      ${Array.from({ length: 24 }, (_, i) => `<text x="60" y="${90 + i * 44}" font-size="26" fill="#8a8a8a">Station ${i}: limpets, barnacles, none above</text>`).join('')}</svg>`;
    expect((await factsOf(await sharp(Buffer.from(page)).jpeg().toBuffer())).seen).toBeUndefined();
  });
});

describe('recordings', () => {
  it('tell how long they are, and whether anything can be heard', async () => {
    expect(await factsOf(await demo('reading-aloud.webm'))).toMatchObject({
      recording: { seconds: 21.4, silent: false }
    });
    expect(await factsOf(await demo('harbour-bell.wav'))).toMatchObject({ recording: { seconds: 3, silent: false } });
    const wav = await demo('harbour-bell.wav');
    const silent = Buffer.from(wav).fill(0, 44);
    expect(await factsOf(silent)).toMatchObject({ recording: { seconds: 3, silent: true } });
  });

  it('that are cut to pieces are damaged, and nothing worse', async () => {
    const film = await demo('reading-aloud.webm');
    expect((await factsOf(film.subarray(0, 200))).recording?.silent).not.toBe(false);
  });
});

describe('documents', () => {
  const document = (font: string | undefined, line: number | undefined) =>
    Packer.toBuffer(
      new Document({
        styles: { default: { document: { run: { font: 'Georgia' }, paragraph: { spacing: { line: 360 } } } } },
        sections: [
          {
            children: [
              new Paragraph({ children: [new TextRun({ text: 'A heading', font: 'Impact' })] }),
              new Paragraph({
                spacing: line === undefined ? undefined : { line },
                children: [new TextRun({ text: 'The ledge is bare in March. '.repeat(20), font })]
              })
            ]
          }
        ]
      })
    );

  it('tell their font and line spacing, from the run, the paragraph or what all of it is based on', async () => {
    expect((await factsOf(await document(undefined, undefined))).writing).toEqual({ font: 'Georgia', spacing: 1.5 });
    expect((await factsOf(await document('Arial', 480))).writing).toEqual({ font: 'Arial', spacing: 2 });
  });
});

describe('what was handed out', () => {
  const HANDOUT =
    'Pool sheet for the northern side\n1. Which animals do you see there?\nAnswer:\n2. What lives only above the black line?\nAnswer:\n';
  const pieces = async (id: string) => {
    for (let round = 0; round < 3; round++) {
      const { pieces: all } = await readOwnPacket(await readAssignment(school.ilse, id));
      if (!readBehind(all, 'pieces')) break;
      await readBehindDone();
    }
    return (await readOwnPacket(await readAssignment(school.ilse, id))).pieces;
  };

  it('is told from what was made of it, with the questions that have no answer', async () => {
    const id = await school.set();
    const { slug } = await courseFor(school.teacher, school.course.id, 'read-course');
    const blob = await storeBlob(Readable.from([Buffer.from(HANDOUT)]));
    await addMaterial(school.teacher, slug, { assignmentId: id }, { title: 'sheet.txt', name: 'sheet.txt', blob });
    await attach(
      school.ilse,
      id,
      HANDOUT.replace('Answer:', 'Answer: limpets, two crabs and a goby that hid'),
      'mine.txt'
    );
    await attach(school.ilse, id, 'Something else entirely, written on the ferry home from the shore.', 'other.txt');
    const [mine, other] = await pieces(id);
    expect(mine).toMatchObject({
      uncompared: false,
      madeFrom: { title: 'sheet.txt', unanswered: ['2. What lives only above the black line?'] }
    });
    expect(other).toMatchObject({ madeFrom: null });
  });
});

describe('a check that the teacher made strict', () => {
  it('keeps from submitting and from sealing, in the server too, until it is put right', async () => {
    const place = { title: 'Report', ask: '', optional: false, wants: { words: { from: 5 } } };
    const id = await school.set({ deliverables: [place], strict: ['filled-places'] });
    await attach(school.ilse, id);
    const submit = () => submitPacket(school.ilse, { assignmentId: id, key: key() });
    expect(await submit()).toEqual({ ok: false, why: 'stopped-by-a-check' });
    const coming = (deliverableId: string | null) => ({
      assignmentId: id,
      coming: [{ deliverableId, name: 'a.txt', size: 3, sha256: 'a'.repeat(64) }],
      key: key()
    });
    expect(await sealPacket(school.ilse, coming(null))).toEqual({ ok: false, why: 'stopped-by-a-check' });
    const { deliverables } = await readAssignment(school.ilse, id);
    const deliverableId = deliverables[0]?.id ?? '';
    // What is on its way to the place fills it.
    expect(await sealPacket(school.ilse, coming(deliverableId))).toMatchObject({ ok: true });
    await breakSeal(school.ilse, { assignmentId: id });
    const blob = await storeBlob(Readable.from([Buffer.from('two words')]));
    await addFile(school.ilse, { assignmentId: id, deliverableId, name: 'r.txt', blob, key: null });
    // Too few words only warn here.
    expect(await submit()).toMatchObject({ ok: true, round: 1 });
  });
});
