import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import { beforeAll, describe, expect, it } from 'vitest';
import { inOrder } from '$core/shelf/views';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { storeBlob } from '$server/blobs/store';
import { NotHere } from '$server/outcome';
import { openFile } from '$server/sources/find';
import { submitPacket } from '$server/rounds/submit';
import { addVersion } from '$server/shelf/add-version';
import {
  binFile,
  createFolder,
  dropOlderVersions,
  emptyBin,
  fileInto,
  pinFolder,
  removeFolder,
  renameFolder,
  renameOnShelf,
  restoreFile
} from '$server/shelf/arrange-shelf';
import { copyOnShelf } from '$server/shelf/copy-file';
import { keepOnShelf } from '$server/shelf/keep-on-shelf';
import { ownFile } from '$server/shelf/own-file';
import { promised, readQuota } from '$server/shelf/quota';
import { readFolders, readShelf, SHELF_PAGE } from '$server/shelf/read-shelf';
import { takeFromShelf, takeNewer } from '$server/gathering/take-from-shelf';
import { at, attach, key, MONDAY, smallCourse } from './kit';

type School = Awaited<ReturnType<typeof smallCourse>>;
let school: School;
beforeAll(async () => {
  school = await smallCourse();
});

const bytes = (text: string) => storeBlob(Readable.from([Buffer.from(text)]));

async function keep(who: School['ilse'], name: string, text: string = randomUUID()) {
  const kept = await keepOnShelf(who, { name, blob: await bytes(text), came: 'upload', folder: null });
  if (!kept.ok) throw new Error(kept.why);
  return kept.fileId;
}

const piecesOf = async (who: School['ilse'], assignmentId: string) =>
  (await readOwnPacket(await readAssignment(who, assignmentId))).pieces;

describe('a copy on the Shelf', () => {
  it('lies beside what it was made of, and goes its own way', async () => {
    const { teodor, set } = await smallCourse();
    await attach(teodor, await set(), 'the same', 'report.txt');
    const [original] = (await readShelf(teodor)).files;
    const fileId = original?.id ?? '';
    expect(await copyOnShelf(teodor, { fileId })).toMatchObject({ ok: true });
    expect(await copyOnShelf(teodor, { fileId })).toMatchObject({ ok: true });
    await addVersion(teodor, { fileId, blob: await bytes('another') });
    const { files } = await readShelf(teodor);
    expect(files.map(({ name, version }) => [name, version]).sort()).toEqual([
      ['report, copy 2.txt', 1],
      ['report, copy.txt', 1],
      ['report.txt', 2]
    ]);
    expect(new Set(files.map(({ folder }) => folder)).size).toBe(1);
    await expect(copyOnShelf(school.stranger, { fileId })).rejects.toThrow(NotHere);
  });
});

describe('the Shelf', () => {
  it('files what is added to a packet by course and assignment, once', async () => {
    const { teodor, set } = await smallCourse();
    const assignment = await set();
    await attach(teodor, assignment, 'the same', 'report.txt');
    await attach(teodor, assignment, 'the same', 'report.txt');
    const { files } = await readShelf(teodor);
    expect(files).toMatchObject([{ name: 'report.txt', folder: 'Tidal Ecology, Field report', version: 1 }]);
    expect(files[0]?.uses).toMatchObject([{ assignmentId: assignment, round: null }]);
    const folders = inOrder(await readFolders(teodor));
    expect(folders.map(({ name, depth, files: n }) => [name, depth, n])).toEqual([
      ['Tidal Ecology', 0, 1],
      ['Field report', 1, 1]
    ]);
    await submitPacket(teodor, { assignmentId: assignment, key: key() });
    expect((await readShelf(teodor)).files[0]?.uses).toMatchObject([{ round: 1 }]);
    expect((await readShelf(teodor, { folderId: folders[0]?.id ?? '' })).files).toHaveLength(1);
  });

  it('offers the newer version where an older one was taken, in every course', async () => {
    const other = await smallCourse();
    const { enrol } = await import('$server/courses/create-course');
    await enrol(other.course.id, school.ilse.id, 'student');
    const [first, second] = [await school.set(), await other.set()];
    const fileId = await keep(school.ilse, 'readings.csv', 'a,b\n1,2\n');
    for (const assignmentId of [first, second]) {
      const taken = await takeFromShelf(school.ilse, {
        assignmentId,
        deliverableId: null,
        fileIds: [fileId],
        key: key()
      });
      expect(taken).toEqual({ added: ['readings.csv'], refused: [] });
    }
    await submitPacket(school.ilse, { assignmentId: first, key: key() });
    expect(await addVersion(school.ilse, { fileId, blob: await bytes('a,b\n1,3\n') })).toMatchObject({ ok: true });
    const [old] = await piecesOf(school.ilse, second);
    expect(old).toMatchObject({ newer: 2, size: 8 });
    expect(await takeNewer(school.ilse, { assignmentId: second, pieceId: old?.id ?? '' })).toEqual({ ok: true });
    expect(await piecesOf(school.ilse, second)).toMatchObject([{ newer: null }]);
    const [standing] = await piecesOf(school.ilse, first);
    expect(await takeNewer(school.ilse, { assignmentId: first, pieceId: standing?.id ?? '' })).toEqual({
      ok: false,
      why: 'with-teacher'
    });
    const [file] = (await readShelf(school.ilse, { search: 'READINGS' })).files;
    expect(file?.uses.map(({ round }) => round).sort()).toEqual([1, null]);
    expect(await addVersion(school.ilse, { fileId, blob: await bytes('%PDF-1.4\n') })).toEqual({
      ok: false,
      why: 'not-what-it-says'
    });
  });

  it('lets nothing vanish that a round holds', async () => {
    const assignmentId = await school.set();
    const fileId = await keep(school.ilse, 'kept.txt', 'for good');
    await takeFromShelf(school.ilse, { assignmentId, deliverableId: null, fileIds: [fileId], key: key() });
    await submitPacket(school.ilse, { assignmentId, key: key() });
    await binFile(school.ilse, { fileId });
    await emptyBin(school.ilse);
    await expect(ownFile(school.ilse, fileId)).rejects.toThrow(NotHere);
    const { rounds } = await readOwnPacket(await readAssignment(school.ilse, assignmentId));
    const piece = rounds[0]?.pieces[0];
    expect((await openFile(school.teacher, 'submitted', piece?.id ?? '')).name).toBe('kept.txt');
  });

  it('bins and restores, renames and files', async () => {
    const fileId = await keep(school.ilse, 'draft.txt');
    await binFile(school.ilse, { fileId });
    expect((await readShelf(school.ilse)).files.map(({ id }) => id)).not.toContain(fileId);
    expect((await readShelf(school.ilse, { binned: true })).files.map(({ id }) => id)).toContain(fileId);
    await restoreFile(school.ilse, { fileId });
    expect(await renameOnShelf(school.ilse, { fileId, name: 'essay' })).toEqual({ ok: true });
    expect(await renameOnShelf(school.ilse, { fileId, name: 'x'.repeat(300) })).toEqual({
      ok: false,
      why: 'name-too-long'
    });
    const folder = await createFolder(school.ilse, { name: 'Photographs' });
    await pinFolder(school.ilse, { folderId: folder.id, pinned: true });
    await renameFolder(school.ilse, { folderId: folder.id, name: 'Shore' });
    await fileInto(school.ilse, { fileId, folderId: folder.id });
    expect(inOrder(await readFolders(school.ilse))[0]).toMatchObject({
      name: 'Shore',
      pinned: true,
      files: 1,
      own: true
    });
    expect((await readShelf(school.ilse, { folderId: folder.id })).files).toMatchObject([{ name: 'essay.txt' }]);
    await removeFolder(school.ilse, { folderId: folder.id });
    expect(await ownFile(school.ilse, fileId)).toMatchObject({ name: 'essay.txt' });
  });

  it('is nobody else’s', async () => {
    const fileId = await keep(school.ilse, 'diary.txt');
    const folder = await createFolder(school.ilse, { name: 'Mine' });
    const assignmentId = await school.set();
    for (const other of [school.teodor, school.teacher]) {
      await expect(ownFile(other, fileId)).rejects.toThrow(NotHere);
      await expect(binFile(other, { fileId })).rejects.toThrow(NotHere);
      await expect(renameFolder(other, { folderId: folder.id, name: 'x' })).rejects.toThrow(NotHere);
      await expect(addVersion(other, { fileId, blob: await bytes('x') })).rejects.toThrow(NotHere);
    }
    const own = await keep(school.teodor, 'own.txt');
    await expect(fileInto(school.teodor, { fileId: own, folderId: folder.id })).rejects.toThrow(NotHere);
    const taking = { assignmentId, deliverableId: null, fileIds: [fileId], key: key() };
    await expect(takeFromShelf(school.teodor, taking)).rejects.toThrow(NotHere);
  });

  it('counts the same bytes once, and says what could go', async () => {
    const { teodor } = await smallCourse();
    const before = await readQuota(teodor);
    const fileId = await keep(teodor, 'a.txt', 'x'.repeat(1000));
    await keep(teodor, 'b.txt', 'x'.repeat(1000));
    expect((await readQuota(teodor)).used - before.used).toBe(1000);
    await addVersion(teodor, { fileId, blob: await bytes('y'.repeat(300)) });
    expect(await readQuota(teodor)).toMatchObject({ used: 1300, older: 0, binned: 0 });
    const second = await keep(teodor, 'c.txt', 'z'.repeat(50));
    await binFile(teodor, { fileId: second });
    expect(await readQuota(teodor)).toMatchObject({ used: 1350, binned: 50 });
    await addVersion(teodor, { fileId, blob: await bytes('w'.repeat(20)) });
    expect(await readQuota(teodor)).toMatchObject({ older: 300 });
    await dropOlderVersions(teodor, { fileId });
    expect(await readQuota(teodor)).toMatchObject({ older: 0 });
    const { most, used } = await readQuota(teodor);
    const room = (bytes: number) => promised(teodor, bytes, () => Promise.resolve(true));
    expect(await room(most - used)).toBe(true);
    expect(await room(most - used + 1)).toBeNull();
  });

  it('shows the newest first, page by page, without losing any that share a moment', async () => {
    const { teodor } = await smallCourse();
    const names = Array.from({ length: SHELF_PAGE + 7 }, (_, i) => `f${i}.txt`);
    for (const [i, name] of names.entries()) {
      at(MONDAY + Math.floor(i / 5) * 1000);
      await keep(teodor, name);
    }
    at(MONDAY);
    const first = await readShelf(teodor);
    const last = first.files.at(-1);
    const second = await readShelf(teodor, { after: { at: last?.changedAt ?? 0, id: last?.id ?? '' } });
    expect(first.more).toBe(true);
    expect(second.more).toBe(false);
    const seen = [...first.files, ...second.files];
    expect(new Set(seen.map(({ name }) => name))).toEqual(new Set(names));
    const moments = seen.map(({ changedAt }) => changedAt);
    expect(moments).toEqual([...moments].sort((a, b) => b - a));
    expect((await readShelf(teodor, { search: '%' })).files).toEqual([]);
  });

  it('takes several at once, and says of each that does not fit why', async () => {
    const wants = { types: ['txt'], howMany: { to: 1 } };
    const assignmentId = await school.set({ deliverables: [{ title: 'Log', ask: '', optional: false, wants }] });
    const deliverableId = (await readAssignment(school.ilse, assignmentId)).deliverables[0]?.id ?? '';
    const fileIds = [
      await keep(school.ilse, 'one.csv'),
      await keep(school.ilse, 'two.txt'),
      await keep(school.ilse, 'three.txt')
    ];
    const taking = { assignmentId, deliverableId, fileIds, key: key() };
    const expected = {
      added: ['two.txt'],
      refused: [
        { name: 'one.csv', why: 'wrong-type' },
        { name: 'three.txt', why: 'place-full' }
      ]
    };
    expect(await takeFromShelf(school.ilse, taking)).toEqual(expected);
    // The same form sent twice adds nothing twice.
    expect((await takeFromShelf(school.ilse, taking)).added).toEqual(['two.txt']);
    expect(await piecesOf(school.ilse, assignmentId)).toHaveLength(1);
  });
});
