import { beforeAll, describe, expect, it, vi } from 'vitest';
import { keepStarter } from '$server/assignments/starter';
import { readAssignment } from '$server/assignments/read-assignment';
import { pageFrom, pageOrLines } from '$server/pages/page-from';
import { inTransaction, execute } from '$server/db/connection';
import { registerBlob } from '$server/blobs/register';
import { storeText } from '$server/blobs/store-text';
import { smallCourse } from './kit';
import { beginOf, openWindow, textOf } from './page-writer';

// What never ends is ended sooner, so that the test is not as endless.
vi.hoisted(() => (process.env.VENDRO_READING_SECONDS = '1.5'));

/** Small, and endless to read: each of these cost seconds to minutes where it was read on the server's own thread. */
const ENDLESS = { under: '_a_'.repeat(15_000), open: '::: {.answer #a}\n'.repeat(1200), deep: '>'.repeat(50_000) };
let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});

/** How often the server came to do something else meanwhile. */
async function turnsDuring(work: () => Promise<unknown>): Promise<number> {
  let turns = 0;
  const timer = setInterval(() => turns++, 5);
  await work();
  clearInterval(timer);
  return turns;
}

describe('a text that takes for ever to be read as a page', () => {
  it('is read beside the server, which goes on, and stands as its lines where it cannot be', async () => {
    for (const text of [ENDLESS.under, ENDLESS.deep]) {
      let lines: unknown = null;
      const turns = await turnsDuring(async () => (lines = await pageOrLines(text)));
      // Read here, it would have come to nothing else before the end.
      expect(turns).toBeGreaterThan(3);
      expect(JSON.stringify(lines)).toContain(text.slice(0, 1000));
    }
    expect(await pageFrom(ENDLESS.open)).toMatchObject({ type: 'doc' });
  });

  it('can be opened by whoever put it there in the place of a page, and is written on', async () => {
    const page = await beginOf(school);
    const blob = await storeText(`${ENDLESS.deep}\nthe last line`, 'text/markdown');
    await inTransaction(async (tx) => {
      await registerBlob(blob, tx);
      await execute('delete from page_drafts where piece_id = $1', [page.pieceId], tx);
      await execute('update pieces set sha256 = $2 where id = $1', [page.pieceId, blob.sha256], tx);
    });
    const window = await openWindow(school.ilse, page);
    window.write('and one more');
    expect(await window.keep()).toMatchObject({ ok: true });
    expect(await textOf(school.ilse, page)).toContain('the last line');
  });

  it('is no starter', async () => {
    const assignmentId = await school.set({ deliverables: [{ title: 'Log', ask: '' }] });
    const deliverableId = (await readAssignment(school.teacher, assignmentId)).deliverables[0]?.id ?? '';
    const kept = await keepStarter(school.teacher, { assignmentId, deliverableId }, { text: ENDLESS.deep, known: 0 });
    expect(kept).toEqual({ ok: false, why: 'starter-unreadable' });
  });
});
