import { createReadStream, readFileSync } from 'node:fs';
import { buffer, text } from 'node:stream/consumers';
import { Readable } from 'node:stream';
import { beforeAll, describe, expect, it } from 'vitest';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { blobPath, storeBlob } from '$server/blobs/store';
import { captionPiece } from '$server/gathering/caption-piece';
import { addFile, removePiece } from '$server/gathering/pieces';
import { restorePieces } from '$server/gathering/restore-pieces';
import { NotHere } from '$server/outcome';
import { bagOf } from '$server/receipts/bag';
import { readReceipt } from '$server/receipts/read-receipt';
import { dropRevision, revise } from '$server/rounds/change';
import { submitPacket } from '$server/rounds/submit';
import { search } from '$server/search/search';
import { find } from '$server/sources/find';
import { openShape } from '$server/sources/shapes';
import { attach, key, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});

const SAID = 'WEBVTT\n\n00:00:00.500 --> 00:00:02.000\n<b>The stem</b> is of larch wood\n';

async function recorded(assignmentId: string): Promise<string> {
  const blob = await storeBlob(Readable.from([readFileSync('tests/files/as-recorded.webm')]));
  const file = { assignmentId, deliverableId: null, name: 'log.webm', blob, key: null, came: 'recorded' as const };
  const added = await addFile(school.ilse, file);
  if (!added.ok) throw new Error(added.why);
  return added.pieceId;
}

const piecesOf = async (assignmentId: string) =>
  (await readOwnPacket(await readAssignment(school.ilse, assignmentId))).pieces;
const written = async (person: typeof school.ilse, from: 'pieces' | 'submitted', id: string) =>
  text(createReadStream(blobPath((await openShape(person, from, id, 'captions')).sha256)));

describe('captions of a recording', () => {
  it('are kept as WebVTT of ours, found by, frozen with the round, in its receipt and its bag', async () => {
    const assignmentId = await school.set();
    const pieceId = await recorded(assignmentId);
    expect(await captionPiece(school.ilse, { assignmentId, pieceId, captions: SAID })).toEqual({ ok: true });
    expect(await piecesOf(assignmentId)).toMatchObject([{ id: pieceId, captioned: true }]);
    const kept = 'WEBVTT\n\n00:00:00.500 --> 00:00:02.000\nThe stem is of larch wood\n';
    expect(await written(school.ilse, 'pieces', pieceId)).toBe(kept);
    expect(await (await find(school.ilse, 'pieces', pieceId)).look()).toEqual({ kind: 'film', captions: true });
    const found = await search(school.ilse, 'larch');
    expect(JSON.stringify(found)).toContain('log.webm');

    const submitted = await submitPacket(school.ilse, { assignmentId, key: key() });
    if (!submitted.ok) throw new Error(submitted.why);
    const { rounds } = await readOwnPacket(await readAssignment(school.ilse, assignmentId));
    const frozen = rounds[0]?.pieces[0]?.id ?? '';
    expect(await written(school.teacher, 'submitted', frozen)).toBe(kept);
    for (const other of [school.teodor, school.stranger])
      await expect(openShape(other, 'submitted', frozen, 'captions')).rejects.toThrow(NotHere);

    const { receipt, jws } = await readReceipt(school.ilse, submitted.receipt);
    expect(receipt.pieces[0]?.captions?.size).toBe(kept.length);
    const bag = (await buffer(await bagOf(receipt, jws))).toString('latin1');
    expect(bag).toContain('data/Also/log.vtt');
    expect(bag).toContain('The stem is of larch wood');
  });

  it('come back with their piece, from a round and when a revision is given up', async () => {
    const assignmentId = await school.set();
    const pieceId = await recorded(assignmentId);
    await captionPiece(school.ilse, { assignmentId, pieceId, captions: SAID });
    await submitPacket(school.ilse, { assignmentId, key: key() });
    await revise(school.ilse, { assignmentId });
    await captionPiece(school.ilse, { assignmentId, pieceId, captions: '' });
    expect(await piecesOf(assignmentId)).toMatchObject([{ captioned: false }]);
    await removePiece(school.ilse, { assignmentId, pieceId });
    await restorePieces(school.ilse, { assignmentId, round: 1 });
    expect(await piecesOf(assignmentId)).toMatchObject([{ captioned: true }]);
    await dropRevision(school.ilse, { assignmentId });
    expect(await piecesOf(assignmentId)).toMatchObject([{ captioned: true }]);
  });

  it('are not taken of what is none, for what is no recording, or by anybody else', async () => {
    const assignmentId = await school.set();
    const pieceId = await recorded(assignmentId);
    await captionPiece(school.ilse, { assignmentId, pieceId, captions: SAID });
    const none = 'Dear teacher, here are my captions. '.repeat(5000);
    expect(await captionPiece(school.ilse, { assignmentId, pieceId, captions: none })).toEqual({
      ok: false,
      why: 'no-captions'
    });
    expect(await written(school.ilse, 'pieces', pieceId)).toContain('larch');
    const added = await attach(school.ilse, assignmentId, 'words');
    const words = added.ok ? added.pieceId : '';
    expect(await captionPiece(school.ilse, { assignmentId, pieceId: words, captions: SAID })).toEqual({
      ok: false,
      why: 'nothing-to-caption'
    });
    await expect(captionPiece(school.teodor, { assignmentId, pieceId, captions: SAID })).rejects.toThrow(NotHere);
    await expect(captionPiece(school.stranger, { assignmentId, pieceId, captions: SAID })).rejects.toThrow(NotHere);
  });

  it('that are endless lines are read in no time, or not at all', async () => {
    const assignmentId = await school.set();
    const pieceId = await recorded(assignmentId);
    const many = `WEBVTT\n\n${'00:01.000 --> 00:02.000\n<b>&amp;\n\n'.repeat(6000)}`.slice(0, 200_000);
    expect(await captionPiece(school.ilse, { assignmentId, pieceId, captions: many })).toEqual({ ok: true });
    const arrows = `WEBVTT\n\n${'<'.repeat(99_000)}${'-->'.repeat(33_000)}`;
    expect(await captionPiece(school.ilse, { assignmentId, pieceId, captions: arrows })).toMatchObject({ ok: false });
  });
});
