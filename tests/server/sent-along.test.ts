import { createHash, randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { BlobSource, BufferTarget } from 'mediabunny';
import { beforeAll, describe, expect, it } from 'vitest';
import { cutTogether } from '$core/recordings/cut';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { NotHere } from '$server/outcome';
import { draftPath } from '$server/uploads/draft-store';
import { finishUpload } from '$server/uploads/finish';
import { putTogether } from '$server/uploads/put-together';
import { readUnderWay } from '$server/uploads/under-way';
import { smallCourse } from './kit';
import { begin, send } from './tus';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});

/** A film as a browser's recorder wrote it. */
const film = Buffer.from(readFileSync('tests/files/as-recorded.webm'));
const RAW = { filename: 'recording', raw: 'yes' };

/** Sent in two stretches, as it was made; more room was promised than it needs. */
async function sent(bytes = film) {
  const { id, status } = await begin(school.ilse, bytes.length * 3 + 1000, RAW);
  expect(status).toBe(201);
  const half = Math.floor(bytes.length / 2);
  expect((await send(school.ilse, id, 0, bytes.subarray(0, half))).status).toBe(204);
  expect((await send(school.ilse, id, half, bytes.subarray(half))).status).toBe(204);
  return { id, size: bytes.length };
}

describe('a recording that was sent while it was made', () => {
  it('is put together as its sender did, and becomes the piece with the word beside it', async () => {
    const assignment = await school.set();
    const parts = [await sent(), await sent()];
    const passages = [
      { part: 0, from: 0, to: 1 },
      { part: 1, from: 0, to: null }
    ];
    const about = { filename: 'Log.webm', assignment, came: 'recorded' as const, note: 'Week four' };
    const made = await putTogether(school.ilse, about, { parts, passages });
    if (!made.ok) throw new Error(made.why);
    const here = new BufferTarget();
    await cutTogether(
      [film, film].map((bytes) => new BlobSource(new Blob([bytes]))),
      passages,
      here
    );
    const bytes = Buffer.from(here.buffer ?? new ArrayBuffer(0));
    expect(made.size).toBe(bytes.length);
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    expect(await finishUpload(school.ilse, { id: made.id, sha256 })).toEqual({ ok: true, name: 'Log.webm' });
    const { pieces } = await readOwnPacket(await readAssignment(school.ilse, assignment));
    expect(pieces).toMatchObject([{ kind: 'recording', name: 'Log.webm', note: 'Week four' }]);
    expect(parts.some(({ id }) => existsSync(draftPath(id)))).toBe(false);
  });

  it('is nobody’s file before: it is not under way to a packet, and cannot be finished', async () => {
    const assignment = await school.set();
    const { id } = await begin(school.ilse, film.length, { ...RAW, assignment });
    await send(school.ilse, id, 0, film);
    expect(await readUnderWay(school.ilse, assignment)).toEqual([]);
    await expect(finishUpload(school.ilse, { id, sha256: null })).rejects.toThrow(NotHere);
  });

  it('is not put together twice, by somebody else, or before all of it is here', async () => {
    const part = await sent();
    const input = { parts: [part], passages: null };
    const about = { filename: 'Log.webm' };
    await expect(putTogether(school.teodor, about, input)).rejects.toThrow(NotHere);
    const more = { ...part, size: part.size + 1 };
    await expect(putTogether(school.ilse, about, { parts: [more], passages: null })).rejects.toThrow(NotHere);
    const both = await Promise.allSettled([1, 2].map(() => putTogether(school.ilse, about, input)));
    expect(both.filter((one) => one.status === 'fulfilled' && one.value.ok)).toHaveLength(1);
    await expect(putTogether(school.ilse, about, input)).rejects.toThrow(NotHere);
  });

  it('that is no recording, or is asked for again and again, is refused and stays as it was sent', async () => {
    const noise = await sent(randomBytes(50_000));
    const about = { filename: 'Log.webm' };
    expect(await putTogether(school.ilse, about, { parts: [noise], passages: null })).toEqual({
      ok: false,
      why: 'broken-upload'
    });
    const part = await sent();
    const passages = Array.from({ length: 400 }, () => ({ part: 0, from: 0, to: null }));
    expect(await putTogether(school.ilse, about, { parts: [part], passages })).toMatchObject({ ok: false });
    expect(existsSync(draftPath(part.id))).toBe(true);
    expect(await putTogether(school.ilse, about, { parts: [part], passages: null })).toMatchObject({ ok: true });
  });

  it('goes to no place that is not theirs', async () => {
    const part = await sent();
    const about = { filename: 'Log.webm', assignment: 'e7f5b8a2-0000-4000-8000-000000000000' };
    await expect(putTogether(school.ilse, about, { parts: [part], passages: null })).rejects.toThrow(NotHere);
    expect(existsSync(draftPath(part.id))).toBe(true);
  });
});
