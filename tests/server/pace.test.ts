import { beforeAll, describe, expect, it } from 'vitest';
import { addLink, lookAgain } from '$server/gathering/attach-link';
import { mayLookNow, MOST_LOOKS, WITHIN } from '$server/links/pace';
import { at, count, key, MONDAY, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});

describe('how many pages are looked at for one person', () => {
  it('is bounded within a stretch of time, for each person alone', () => {
    const [ilse, teodor] = [school.ilse, school.teodor];
    for (let i = 0; i < MOST_LOOKS; i++) expect(mayLookNow(ilse, MONDAY + i)).toBe(true);
    expect(mayLookNow(ilse, MONDAY + MOST_LOOKS)).toBe(false);
    expect(mayLookNow(teodor, MONDAY + MOST_LOOKS)).toBe(true);
    // The first look has passed out of the stretch, the others have not.
    expect(mayLookNow(ilse, MONDAY + WITHIN)).toBe(true);
    expect(mayLookNow(ilse, MONDAY + WITHIN)).toBe(false);
    expect(mayLookNow(ilse, MONDAY + 2 * WITHIN)).toBe(true);
  });

  it('ends adding and looking again with a reason, and nothing is visited', async () => {
    at(MONDAY);
    const assignmentId = await school.set();
    const link = { assignmentId, deliverableId: null, url: 'http://127.0.0.1:1/', title: '', knowingly: true };
    const added = await addLink(school.stranger, { ...link, key: key() }).catch(() => null);
    expect(added).toBeNull();
    const mine = await addLink(school.teodor, { ...link, key: key() });
    if (!mine.ok) throw new Error(mine.why);
    while (mayLookNow(school.teodor, MONDAY));
    const before = await count('select count(*) n from link_looks');
    expect(await addLink(school.teodor, { ...link, key: key() })).toEqual({ ok: false, why: 'looked-too-often' });
    expect(await lookAgain(school.teodor, { assignmentId, pieceId: mine.pieceId })).toEqual({
      ok: false,
      why: 'looked-too-often'
    });
    expect(await count('select count(*) n from link_looks')).toBe(before);
  });
});
