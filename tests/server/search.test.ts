import { Readable } from 'node:stream';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Actor } from '$core/people/policy';
import { storeBlob } from '$server/blobs/store';
import { courseFor } from '$server/courses/course-head';
import { addMaterial } from '$server/courses/materials';
import { giveNotice } from '$server/courses/notices';
import { removePiece } from '$server/gathering/pieces';
import { search } from '$server/search/search';
import { execute, select } from '$server/db/connection';
import { z } from 'zod';
import { at, attach, DAY, MONDAY, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
const found = async (who: Actor, typed: string) => (await search(who, typed)).map(({ title }) => title);

beforeAll(async () => {
  school = await smallCourse();
  const { slug } = await courseFor(school.teacher, school.course.id, 'read-course');
  const report = await school.set({
    title: 'Rock pools after the storm',
    brief: 'Count the **limpets** on the ledge.'
  });
  await school.set({ title: 'Secret rock', published: false });
  await school.set({ title: 'Rock of tomorrow', visibleFrom: MONDAY + DAY });
  await giveNotice(school.teacher, slug, { title: 'Bus leaves early', body: 'Low water at the rock is at ten.' });
  const blob = await storeBlob(Readable.from([Buffer.from('key')]));
  await addMaterial(
    school.teacher,
    slug,
    { assignmentId: report },
    { title: 'Shore key', name: 'shore-key.pdf', blob }
  );
  await attach(school.ilse, report, 'mine', 'limpet-photographs.txt');
});

describe('the search', () => {
  it.each([
    ['rock pools', 'Rock pools after the storm'],
    ['sto', 'Rock pools after the storm'],
    ['limpets', 'Rock pools after the storm'],
    ['limpet', 'limpet-photographs.txt'],
    ['shore', 'Shore key'],
    ['low water', 'Bus leaves early'],
    ['teodor', 'Teodor'],
    // Misspelt.
    ['rokc pools', 'Rock pools after the storm'],
    ['shroe key', 'Shore key']
  ])('%s finds %s', async (typed, title) => expect(await found(school.ilse, typed)).toContain(title));

  it('puts the title before the text', async () =>
    expect((await found(school.ilse, 'rock'))[0]).toBe('Rock pools after the storm'));

  it('says where a material lies', async () =>
    expect((await search(school.ilse, 'shore'))[0]?.detail).toBe('Tidal Ecology, Rock pools after the storm'));

  it('shows only what the person may see', async () => {
    expect(await found(school.ilse, 'rock')).not.toEqual(expect.arrayContaining(['Secret rock']));
    expect(await found(school.ilse, 'rock')).not.toContain('Rock of tomorrow');
    expect(await found(school.teacher, 'secret')).toContain('Secret rock');
    expect(await found(school.teodor, 'limpet-photographs')).toEqual([]);
    expect(await found(school.teacher, 'limpet-photographs')).toEqual([]);
    expect(await found(school.stranger, 'rock')).toEqual([]);
    expect(await found(school.stranger, 'ilse')).toEqual([]);
    at(MONDAY + DAY);
    expect(await found(school.ilse, 'tomorrow')).toContain('Rock of tomorrow');
    at(MONDAY);
  });

  it('follows what is changed and taken away', async () => {
    const id = await school.set({ title: 'Quillwort' });
    await execute("update assignments set title = 'Spleenwort' where id = $1", [id]);
    expect([await found(school.ilse, 'quillwort'), await found(school.ilse, 'spleenwort')]).toEqual([
      [],
      ['Spleenwort']
    ]);
    await attach(school.ilse, id, 'x', 'unwanted.txt');
    const [piece] = await select(z.object({ id: z.string() }), "select id from pieces where name = 'unwanted.txt'");
    await removePiece(school.ilse, { assignmentId: id, pieceId: piece?.id ?? '' });
    expect(await found(school.ilse, 'unwanted')).toEqual([]);
  });

  it.each(["'; drop table people; --", 'a & | ! <->', '%%%%', '\\', '((((', 'x'.repeat(5000)])(
    'takes %j as words and nothing else',
    async (typed) => expect(Array.isArray(await search(school.ilse, typed))).toBe(true)
  );
});
