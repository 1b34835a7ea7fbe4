import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { z } from 'zod';
import { MadeFacts } from '$core/materials/made';
import { readOwnPacket } from '$server/assignments/read-assignment';
import { readAssignment } from '$server/assignments/read-assignment';
import { inspectBlob } from '$server/blobs/inspect';
import { blobPath } from '$server/blobs/store';
import { execute, select } from '$server/db/connection';
import { NotHere } from '$server/outcome';
import { submitPacket } from '$server/rounds/submit';
import { readShelf } from '$server/shelf/read-shelf';
import { discardUpload } from '$server/uploads/discard';
import { draftPath } from '$server/uploads/draft-store';
import { finishUpload } from '$server/uploads/finish';
import { takeKnown } from '$server/uploads/take-known-bytes';
import { sweepUploads } from '$server/uploads/sweep';
import { readUnderWay } from '$server/uploads/under-way';
import { at, DAY, key, MONDAY, person, smallCourse } from './kit';
import { begin, offsetOf, send, tus } from './tus';

type School = Awaited<ReturnType<typeof smallCourse>>;

let school: School;
beforeAll(async () => {
  school = await smallCourse();
});

const sha = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
const piecesOf = async (assignmentId: string) => {
  return (await readOwnPacket(await readAssignment(school.ilse, assignmentId))).pieces;
};

describe('an upload', () => {
  it('arrives, is no piece yet, and becomes one when both hashes agree', async () => {
    const assignment = await school.set();
    const bytes = randomBytes(300_000);
    const { id, status } = await begin(school.ilse, bytes.length, { filename: 'sound.bin', assignment });
    expect(status).toBe(201);
    expect((await send(school.ilse, id, 0, bytes)).status).toBe(204);
    expect(await readUnderWay(school.ilse, assignment)).toMatchObject([
      { id, name: 'sound.bin', arrived: bytes.length }
    ]);
    expect(await piecesOf(assignment)).toHaveLength(0);
    const done = await finishUpload(school.ilse, { id, sha256: sha(bytes) });
    expect(done).toEqual({ ok: true, name: 'sound.bin' });
    expect(await piecesOf(assignment)).toMatchObject([{ name: 'sound.bin', size: bytes.length }]);
    expect(await readUnderWay(school.ilse, assignment)).toEqual([]);
    expect(existsSync(draftPath(id))).toBe(false);
    expect(existsSync(blobPath(sha(bytes)))).toBe(true);
    // The answer was lost on the way: asking again gets the same one and adds nothing.
    expect(await finishUpload(school.ilse, { id, sha256: sha(bytes) })).toEqual(done);
    expect(await piecesOf(assignment)).toHaveLength(1);
  });

  it('goes on where the line broke, and is read again as a whole', async () => {
    const assignment = await school.set();
    const bytes = randomBytes(400_000);
    const { id } = await begin(school.ilse, bytes.length, { filename: 'film.bin', assignment });
    const broken = new ReadableStream({
      start(controller) {
        controller.enqueue(bytes.subarray(0, 150_000));
        setTimeout(() => controller.error(new Error('the line broke')), 100);
      }
    });
    await send(school.ilse, id, 0, broken).catch(() => undefined);
    const there = await offsetOf(school.ilse, id);
    expect(there).toBeGreaterThan(0);
    expect(there).toBeLessThan(bytes.length);
    expect(await finishUpload(school.ilse, { id, sha256: sha(bytes) })).toEqual({ ok: false, why: 'not-all-here' });
    expect((await send(school.ilse, id, there, bytes.subarray(there))).status).toBe(204);
    expect(await finishUpload(school.ilse, { id, sha256: sha(bytes) })).toMatchObject({ ok: true });
  });

  it('is not taken where what arrived is not what was sent', async () => {
    const assignment = await school.set();
    const { id } = await begin(school.ilse, 5, { filename: 'a.txt', assignment });
    await send(school.ilse, id, 0, 'hello');
    const wrong = await finishUpload(school.ilse, { id, sha256: sha(Buffer.from('jello')) });
    expect(wrong).toEqual({ ok: false, why: 'hash-differs' });
    expect(await piecesOf(assignment)).toEqual([]);
    expect(existsSync(draftPath(id))).toBe(false);
  });

  it('can be taken as it arrived by someone who no longer has the file', async () => {
    const assignment = await school.set();
    const { id } = await begin(school.ilse, 5, { filename: 'a.txt', assignment });
    await send(school.ilse, id, 0, 'kelps');
    expect(await finishUpload(school.ilse, { id, sha256: null })).toMatchObject({ ok: true });
  });

  it('is nobody else’s, and is gone when it is given up', async () => {
    const assignment = await school.set();
    const { id } = await begin(school.ilse, 5, { filename: 'a.txt', assignment });
    for (const other of [school.teodor, school.teacher]) {
      expect((await tus(other, 'HEAD', `/uploads/${id}`, {})).status).toBe(404);
      expect((await send(other, id, 0, 'other')).status).toBe(404);
      await expect(finishUpload(other, { id, sha256: null })).rejects.toThrow(NotHere);
      await expect(discardUpload(other, { id })).rejects.toThrow(NotHere);
    }
    await discardUpload(school.ilse, { id });
    expect((await tus(school.ilse, 'HEAD', `/uploads/${id}`, {})).status).toBe(404);
  });

  it('is refused before its bytes leave, with the reason', async () => {
    const assignment = await school.set({
      deliverables: [
        { title: 'Report', ask: '', optional: false, wants: { types: ['pdf'], bytes: 1000, howMany: { to: 1 } } }
      ]
    });
    const { deliverables } = await readAssignment(school.ilse, assignment);
    const deliverable = deliverables[0]?.id ?? '';
    const to = { assignment, deliverable };
    expect(await begin(school.ilse, 10, { filename: 'a.txt', ...to })).toMatchObject({
      status: 409,
      why: 'wrong-type'
    });
    expect(await begin(school.ilse, 1001, { filename: 'a.pdf', ...to })).toMatchObject({
      status: 409,
      why: 'too-large'
    });
    expect(await begin(school.ilse, 0, { filename: 'a.pdf', ...to })).toMatchObject({ status: 409, why: 'empty-file' });
    const long = { filename: `${'x'.repeat(300)}.pdf`, ...to };
    expect(await begin(school.ilse, 10, long)).toMatchObject({ status: 409, why: 'name-too-long' });
    expect(await begin(school.stranger, 10, { filename: 'a.pdf', ...to })).toMatchObject({ status: 404 });
    expect(await begin(school.ilse, 10, { filename: 'a.pdf', assignment: 'nonsense' })).toMatchObject({ status: 409 });
  });

  it('keeps a sound file on the Shelf when the packet was submitted meanwhile', async () => {
    const assignment = await school.set();
    const first = await begin(school.ilse, 5, { filename: 'first.txt', assignment });
    await send(school.ilse, first.id, 0, 'first');
    await finishUpload(school.ilse, { id: first.id, sha256: null });
    const late = await begin(school.ilse, 4, { filename: 'late.txt', assignment });
    await send(school.ilse, late.id, 0, 'late');
    await submitPacket(school.ilse, { assignmentId: assignment, key: key() });
    expect(await finishUpload(school.ilse, { id: late.id, sha256: null })).toEqual({ ok: false, why: 'with-teacher' });
    expect((await readShelf(school.ilse)).files.map(({ name }) => name)).toContain('late.txt');
    expect(await piecesOf(assignment)).toHaveLength(1);
  });

  it('takes the name as given and drops what could do harm in it', async () => {
    const assignment = await school.set();
    const { id } = await begin(school.ilse, 1, { filename: '../../etc/\u202epass\u0000wd.txt', assignment });
    await send(school.ilse, id, 0, 'x');
    await finishUpload(school.ilse, { id, sha256: null });
    expect(await piecesOf(assignment)).toMatchObject([{ name: 'passwd.txt' }]);
  });

  it('is given up after a week', async () => {
    const assignment = await school.set();
    const { id } = await begin(school.ilse, 5, { filename: 'a.txt', assignment });
    await send(school.ilse, id, 0, 'abc');
    at(MONDAY + 8 * DAY);
    await sweepUploads();
    at(MONDAY);
    expect(existsSync(draftPath(id))).toBe(false);
    expect(await readUnderWay(school.ilse, assignment)).toEqual([]);
  });

  it('lets one writer in at a time: the one who comes back, not the one who is gone', async () => {
    const assignment = await school.set();
    const bytes = randomBytes(200_000);
    const { id } = await begin(school.ilse, bytes.length, { filename: 'a.bin', assignment });
    let hold: ReadableStreamDefaultController<Uint8Array> | undefined;
    const stuck = new ReadableStream<Uint8Array>({
      start(controller) {
        hold = controller;
        controller.enqueue(bytes.subarray(0, 70_000));
      }
    });
    const first = send(school.ilse, id, 0, stuck).catch((error: unknown) => error);
    await expect.poll(async () => (await readUnderWay(school.ilse, assignment))[0]?.arrived).toBe(70_000);
    const there = await offsetOf(school.ilse, id);
    expect(there).toBe(70_000);
    expect((await send(school.ilse, id, there, bytes.subarray(there))).status).toBe(204);
    hold?.error(new Error('gone'));
    await first;
    expect(await finishUpload(school.ilse, { id, sha256: sha(bytes) })).toMatchObject({ ok: true });
  });
});

describe('bytes that are here already', () => {
  const file = (assignment: string, bytes: Buffer, filename = 'again.txt') => ({
    filename,
    assignment,
    sha256: sha(bytes),
    key: key()
  });

  it('are not sent again by the same person, and are nobody’s business for another', async () => {
    const assignment = await school.set();
    const bytes = randomBytes(1000);
    expect(await takeKnown(school.ilse, file(assignment, bytes))).toBeNull();
    const { id } = await begin(school.ilse, bytes.length, { filename: 'once.txt', assignment });
    await send(school.ilse, id, 0, bytes);
    await finishUpload(school.ilse, { id, sha256: null });
    expect(await takeKnown(school.teodor, file(assignment, bytes))).toBeNull();
    const again = file(assignment, bytes);
    expect(await takeKnown(school.ilse, again)).toEqual({ ok: true, name: 'again.txt' });
    expect(await takeKnown(school.ilse, again)).toEqual({ ok: true, name: 'again.txt' });
    expect((await piecesOf(assignment)).map(({ name }) => name)).toEqual(['once.txt', 'again.txt']);
  });
});

describe('what was combined', () => {
  it('takes the place of what it was made of, in one moment, even where the place is full', async () => {
    const wants = { howMany: { to: 2 } };
    const assignment = await school.set({ deliverables: [{ title: 'Pages', ask: '', optional: false, wants }] });
    const deliverable = (await readAssignment(school.ilse, assignment)).deliverables[0]?.id ?? '';
    for (const name of ['a.txt', 'b.txt']) {
      const { id } = await begin(school.ilse, 1, { filename: name, assignment, deliverable });
      await send(school.ilse, id, 0, name[0] ?? '');
      await finishUpload(school.ilse, { id, sha256: null });
    }
    const to = { assignment, deliverable };
    expect(await begin(school.ilse, 2, { filename: 'c.txt', ...to })).toMatchObject({ status: 409, why: 'place-full' });
    const instead = (await piecesOf(assignment)).map(({ id }) => id).join(',');
    const { id } = await begin(school.ilse, 2, { filename: 'ab.txt', ...to, came: 'combined', instead });
    await send(school.ilse, id, 0, 'ab');
    expect(await finishUpload(school.ilse, { id, sha256: null })).toMatchObject({ ok: true });
    expect((await piecesOf(assignment)).map(({ name }) => name)).toEqual(['ab.txt']);
    const shelf = (await readShelf(school.ilse)).files.map(({ name }) => name);
    for (const name of ['a.txt', 'b.txt', 'ab.txt']) expect(shelf).toContain(name);
  });
});

it('keeps what the browser noted of what it made, past every later look at the bytes; what it cannot read, it refuses', async () => {
  const made: MadeFacts = { scan: { sheets: [['dark'], []] } };
  const assignment = await school.set({ deliverables: [{ title: 'Sheets', ask: '', optional: false, wants: {} }] });
  const { id } = await begin(school.ilse, 4, {
    filename: 'a.pdf',
    assignment,
    came: 'scanned'
  });
  await send(school.ilse, id, 0, '%PDF');
  expect(await finishUpload(school.ilse, { id, sha256: null, made })).toMatchObject({ ok: true });
  const [piece] = await piecesOf(assignment);
  expect(piece).toMatchObject({ kind: 'scan', facts: { made } });
  await execute('update blob_facts set by = 0');
  const [blob] = await select(z.object({ sha256: z.string() }), 'select sha256 from pieces where id = $1', [piece?.id]);
  expect(await inspectBlob({ sha256: blob?.sha256 ?? '', mediaType: 'application/pdf' })).toMatchObject({
    trouble: 'cut-off'
  });
  expect((await piecesOf(assignment))[0]).toMatchObject({ facts: { made, trouble: 'cut-off' } });
  for (const broken of [{ scan: { sheets: [['stolen']] } }, { scan: { sheets: Array(300).fill([]) } }])
    expect(MadeFacts.safeParse(broken).success).toBe(false);
});

it('begins only as many as fit on the Shelf, however many ask at once, and gives the room back', async () => {
  const { config } = await import('$server/config');
  const { readQuota } = await import('$server/shelf/quota');
  const noor = await person('Noor');
  const fit = Math.floor((await readQuota(noor)).most / config.maxFileBytes);
  const ask = (no: number) => begin(noor, config.maxFileBytes, { filename: `film-${no}.webm` });
  const answers = await Promise.all(Array.from({ length: fit + 4 }, (_, no) => ask(no)));
  expect(answers.filter(({ status }) => status === 201)).toHaveLength(fit);
  expect(answers.filter(({ status }) => status !== 201).map(({ why }) => why)).toEqual(Array(4).fill('shelf-full'));
  await discardUpload(noor, { id: answers.find(({ status }) => status === 201)?.id ?? '' });
  expect((await ask(99)).status).toBe(201);
});

it('keeps nothing for a file or a folder that is somebody else’s', async () => {
  const { createFolder } = await import('$server/shelf/arrange-shelf');
  const teodor = await person('Teodor');
  const noor = await person('Noor');
  await createFolder(teodor, { name: 'His' });
  const [folder] = await select(z.object({ id: z.string() }), 'select id from shelf_folders where owner_id = $1', [
    teodor.id
  ]);
  for (const id of [folder?.id ?? '', randomUUID()])
    expect(await begin(noor, 10, { filename: 'a.txt', folder: id })).toMatchObject({ status: 404, why: 'not-here' });
});
