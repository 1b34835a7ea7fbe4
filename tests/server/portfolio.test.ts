import { readFile } from 'node:fs/promises';
import { buffer } from 'node:stream/consumers';
import { beforeEach, describe, expect, it } from 'vitest';
import { WIDTHS } from '$core/portfolio/blocks';
import { differences } from '$core/portfolio/differences';
import { blobPath } from '$server/blobs/store';
import { collect } from '$server/blobs/collect';
import { execute } from '$server/db/connection';
import { returnRound } from '$server/marking/return-round';
import { search } from '$server/search/search';
import { readQuota } from '$server/shelf/quota';
import { NotHere } from '$server/outcome';
import { addBlock, changeBlock, moveBlock, putBlockBack, removeBlock } from '$server/portfolio/blocks';
import { forgetEarlier, readFiles } from '$server/portfolio/files';
import { asFolder, asPdf } from '$server/portfolio/forms';
import { makeLink, openTo, readLinks, revokeLink } from '$server/portfolio/links';
import { readMine } from '$server/portfolio/mine';
import { ownPortfolio } from '$server/portfolio/own';
import {
  publishPortfolio,
  readPublication,
  readPublications,
  showAgain,
  unpublish,
  workOnAgain
} from '$server/portfolio/publish';
import { readReturnedWork } from '$server/portfolio/returned-work';
import {
  addPage,
  changePortfolio,
  makePortfolio,
  movePage,
  removePage,
  removePortfolio,
  renamePage
} from '$server/portfolio/shape';
import { followLink, openByLink, openShownFile, readOpenTo, readShown, unlock } from '$server/portfolio/shown';
import { at, DAY, handIn, HOUR, key, MONDAY, packetOf } from './kit';
import {
  beginPortfolio,
  fields,
  id,
  link,
  now,
  pageId,
  photograph,
  school,
  shelf,
  text,
  titles
} from './portfolio-kit';

beforeEach(beginPortfolio);

describe('what is being changed', () => {
  it('moves, is said anew, is taken off and comes back', async () => {
    const [one] = [await text('One'), await text('Two'), await text('Three')];
    await moveBlock(school.ilse, { id, pageId, blockId: one, to: 2 });
    expect(await titles()).toEqual(['Two', 'Three', 'One']);
    const change = { title: 'Eins', width: WIDTHS[2], caption: '', text: '**new** <script>x</script>', captions: [] };
    await changeBlock(school.ilse, { id, pageId, blockId: one, ...change });
    const block = (await now()).pages[0]?.blocks[2];
    expect(block).toMatchObject({ title: 'Eins', width: 'half' });
    expect(block && 'html' in block && block.html).toContain('<strong>new</strong>');
    expect(block && 'html' in block && block.html).not.toContain('<script');
    await removeBlock(school.ilse, { id, pageId, blockId: one });
    expect(await titles()).toEqual(['Two', 'Three']);
    expect(await putBlockBack(school.ilse, { id, pageId })).toEqual({ ok: true });
    expect(await titles()).toEqual(['Two', 'Three', 'Eins']);
  });

  it('loses nothing where two tabs put something in at once', async () => {
    await Promise.all(['A', 'B', 'C', 'D'].map((words) => text(words)));
    expect((await titles())?.toSorted()).toEqual(['A', 'B', 'C', 'D']);
  });

  it('has pages in an order of its owner’s', async () => {
    const added = await addPage(school.ilse, { id, title: 'Second' });
    if (!added.ok) throw new Error(added.why);
    await renamePage(school.ilse, { id, pageId, title: 'First' });
    await movePage(school.ilse, { id, pageId: added.pageId, to: 0 });
    expect((await now()).pages.map(({ title }) => title)).toEqual(['Second', 'First']);
    await removePage(school.ilse, { id, pageId: added.pageId });
    expect((await now()).pages.map(({ title }) => title)).toEqual(['First']);
  });

  it('shows pictures small and keeps them as they came', async () => {
    const fileId = await photograph();
    expect(
      await addBlock(school.ilse, { id, pageId, kind: 'picture', ...fields({ fileIds: [fileId] }) })
    ).toMatchObject({ ok: true });
    const [file] = await readFiles(id);
    expect(file?.picture).toBe(true);
    expect(file?.size).toBeLessThan(file?.original ?? 0);
    const note = await shelf('notes.txt', 'no picture');
    expect(await addBlock(school.ilse, { id, pageId, kind: 'picture', ...fields({ fileIds: [note] }) })).toMatchObject({
      why: 'not-a-picture'
    });
    expect(
      await addBlock(school.ilse, { id, pageId, kind: 'recording', ...fields({ fileIds: [note] }) })
    ).toMatchObject({ why: 'no-recording' });
    expect(await addBlock(school.ilse, { id, pageId, kind: 'file', ...fields() })).toMatchObject({ why: 'no-file' });
    expect(await addBlock(school.ilse, { id, pageId, kind: 'file', ...fields({ fileIds: [note] }) })).toMatchObject({
      ok: true
    });
  });

  it('shows work that came back, with what was said only where its owner wants that', async () => {
    const assignmentId = await school.set({ title: 'Count' });
    await handIn(school.ilse, assignmentId);
    const packetId = await packetOf(school.ilse, assignmentId);
    expect(await readReturnedWork(school.ilse)).toEqual([]);
    const returned = {
      packetId,
      round: 1,
      points: 17,
      remark: 'Good counts.',
      key: key(),
      outcome: 'settled' as const
    };
    await returnRound(school.teacher, returned);
    const [work] = await readReturnedWork(school.ilse);
    expect(work).toMatchObject({ packetId, round: 1, title: 'Count' });
    for (const remarks of [false, true])
      await addBlock(school.ilse, { id, pageId, kind: 'work', ...fields({ work: `${packetId} 1`, remarks }) });
    const said = (await now()).pages[0]?.blocks.map((block) => block.kind === 'work' && block.said?.words);
    expect(said).toEqual([undefined, 'Good counts.']);
    const theirs = await makePortfolio(school.stranger, { title: 'Not mine' });
    if (!theirs.ok) throw new Error(theirs.why);
    const other = (await ownPortfolio(school.stranger, theirs.id)).pages[0]?.id ?? '';
    await expect(
      addBlock(school.stranger, { id: theirs.id, pageId: other, kind: 'work', ...fields({ work: `${packetId} 1` }) })
    ).rejects.toThrow(NotHere);
  });

  it('holds only so much text, and lets go of some all the same', async () => {
    const long = '*a* '.repeat(9_990);
    const put = (kind: 'text') => addBlock(school.ilse, { id, pageId, kind, ...fields({ text: long }) });
    let last = await put('text');
    let there = 0;
    while (last.ok && there < 40) [last, there] = [await put('text'), there + 1];
    expect(last).toMatchObject({ why: 'portfolio-full' });
    const [block] = (await now()).pages[0]?.blocks ?? [];
    const change = { title: '', width: WIDTHS[0], caption: '', captions: [] };
    const to = { id, pageId, blockId: block?.id ?? '', ...change };
    expect(await changeBlock(school.ilse, { ...to, text: 'short' })).toEqual({ ok: true });
    expect(await put('text')).toMatchObject({ ok: true });
    expect(await changeBlock(school.ilse, { ...to, text: long })).toMatchObject({ why: 'portfolio-full' });
  });

  it('takes room on its owner’s Shelf for what lies there no more', async () => {
    const fileId = await photograph();
    const { used } = await readQuota(school.ilse);
    await addBlock(school.ilse, { id, pageId, kind: 'file', ...fields({ fileIds: [fileId] }) });
    expect((await readQuota(school.ilse)).used).toBe(used);
    await execute('delete from shelf_files where owner_id = $1', [school.ilse.id]);
    expect((await readQuota(school.ilse)).used).toBe(used);
  });

  it('is nobody’s but its owner’s', async () => {
    const blockId = await text('Mine');
    const fileId = await photograph();
    for (const who of [school.teacher, school.stranger]) {
      for (const work of [
        () => ownPortfolio(who, id),
        () => changePortfolio(who, { id, title: 'x', about: '' }),
        () => addPage(who, { id, title: 'x' }),
        () => movePage(who, { id, pageId, to: 0 }),
        () => removePage(who, { id, pageId }),
        () => addBlock(who, { id, pageId, kind: 'text' as const, ...fields({ text: 'x' }) }),
        () => removeBlock(who, { id, pageId, blockId }),
        () => moveBlock(who, { id, pageId, blockId, to: 0 }),
        () => publishPortfolio(who, { id }),
        () => openTo(who, { id, teachers: true, school: true, courses: [] }),
        () => readLinks(who, id),
        () => readPublications(who, id),
        () => forgetEarlier(who, { id }),
        () => removePortfolio(who, { id })
      ])
        await expect(work()).rejects.toThrow(NotHere);
      // Nor does their own portfolio take what is on somebody else's Shelf.
      const own = await makePortfolio(who, { title: 'x' });
      if (!own.ok) throw new Error(own.why);
      const page = (await ownPortfolio(who, own.id)).pages[0]?.id ?? '';
      await expect(
        addBlock(who, { id: own.id, pageId: page, kind: 'picture', ...fields({ fileIds: [fileId] }) })
      ).rejects.toThrow(NotHere);
    }
    expect(await titles()).toEqual(['Mine']);
  });
});

describe('what is published', () => {
  it('stays as it was while pages are changed, and says what is other', async () => {
    await text('One');
    expect((await readMine(school.ilse))[0]).toMatchObject({ unpublished: true, publishedAt: null });
    expect(await publishPortfolio(school.ilse, { id })).toEqual({ ok: true, no: 1 });
    expect((await readMine(school.ilse))[0]?.unpublished).toBe(false);
    expect(await publishPortfolio(school.ilse, { id })).toMatchObject({ why: 'nothing-to-publish' });
    await text('Two');
    expect((await readMine(school.ilse))[0]?.unpublished).toBe(true);
    const first = await readPublication(school.ilse, id, 1);
    expect(differences(first, await now()).map(({ words }) => words)).toEqual(['On “First page”: “Two” is new.']);
    expect(await publishPortfolio(school.ilse, { id })).toEqual({ ok: true, no: 2 });
    expect(await showAgain(school.ilse, { id, no: 1 })).toEqual({ ok: true, no: 3 });
    expect((await readPublication(school.ilse, id, 3)).pages[0]?.blocks).toHaveLength(1);
    expect(await titles()).toEqual(['One', 'Two']);
    expect(await workOnAgain(school.ilse, { id, no: 1 })).toEqual({ ok: true });
    expect(await titles()).toEqual(['One']);
    expect(await showAgain(school.ilse, { id, no: 9 })).toMatchObject({ why: 'no-such-publication' });
    await forgetEarlier(school.ilse, { id });
    expect((await readPublications(school.ilse, id)).map(({ no }) => no)).toEqual([3]);
  });

  it('is seen by those to whom it is open, and by nobody else', async () => {
    await text('One');
    await publishPortfolio(school.ilse, { id });
    const { teacher, ilse, teodor, stranger } = school;
    const sees = async () =>
      (await Promise.allSettled([teacher, teodor, stranger].map((who) => readShown(who, id)))).map(
        ({ status }) => status === 'fulfilled'
      );
    expect(await sees()).toEqual([false, false, false]);
    await openTo(ilse, { id, teachers: true, school: false, courses: [] });
    expect(await sees()).toEqual([true, false, false]);
    await openTo(ilse, { id, teachers: false, school: false, courses: [school.course.id, key()] });
    expect(await sees()).toEqual([true, true, false]);
    expect((await now()).courses).toEqual([school.course.id]);
    await openTo(ilse, { id, teachers: false, school: true, courses: [] });
    expect(await sees()).toEqual([true, true, true]);
    expect((await readOpenTo(stranger)).map((one) => one.id)).toContain(id);
    const found = async () => (await search(stranger, 'shore')).filter((one) => one.id === id);
    expect(await found()).toMatchObject([{ kind: 'portfolio', title: 'The shore', detail: 'Ilse' }]);
    await unpublish(ilse, { id });
    expect(await sees()).toEqual([false, false, false]);
    expect((await readOpenTo(stranger)).map((one) => one.id)).not.toContain(id);
    expect(await found()).toEqual([]);
  });

  it('opens by a link until that is taken back or over, with its password, and says so', async () => {
    await text('One');
    const open = await link();
    expect(await followLink(open, null)).toEqual({ state: 'unpublished' });
    await publishPortfolio(school.ilse, { id });
    expect(await followLink(open, null)).toMatchObject({ state: 'open', shown: { owner: 'Ilse' } });
    const locked = await link({ password: 'kelp and limpet', endsAt: MONDAY + DAY });
    expect(await followLink(locked, null)).toEqual({ state: 'locked' });
    expect(await unlock(locked, 'kelp')).toMatchObject({ why: 'wrong-link-password' });
    const said = await unlock(locked, 'kelp and limpet');
    if (!said.ok) throw new Error(said.why);
    expect(await followLink(locked, said.proof)).toMatchObject({ state: 'open' });
    expect(await followLink(open, said.proof)).toMatchObject({ state: 'open' });
    expect(await followLink(locked, `${said.proof.slice(0, -1)}x`)).toEqual({ state: 'locked' });
    at(MONDAY + DAY);
    expect(await followLink(locked, said.proof)).toEqual({ state: 'over' });
    const [newest] = (await readLinks(school.ilse, id)).filter(({ token }) => token === open);
    await revokeLink(school.ilse, { id, linkId: newest?.id ?? '' });
    expect(await followLink(open, null)).toEqual({ state: 'revoked' });
    await expect(followLink('nothing-of-that-name', null)).rejects.toThrow(NotHere);
  });

  it('takes only so many wrong passwords, and any again after a while', async () => {
    const locked = await link({ password: 'kelp and limpet' });
    for (let i = 0; i < 20; i++) await unlock(locked, 'no');
    expect(await unlock(locked, 'kelp and limpet')).toMatchObject({ why: 'link-tried-too-often' });
    at(MONDAY + HOUR);
    expect(await unlock(locked, 'kelp and limpet')).toMatchObject({ ok: true });
  });

  it('has a name of its own where its owner chooses one that nobody has', async () => {
    const name = `ilse-shore-${id.slice(0, 8)}`;
    expect(await link({ name })).toBe(name);
    expect(await makeLink(school.ilse, { id, label: '', name, endsAt: null, password: '' })).toMatchObject({
      why: 'link-name-taken'
    });
  });

  it('hands out the files that it shows, and no others', async () => {
    await addBlock(school.ilse, { id, pageId, kind: 'picture', ...fields({ fileIds: [await photograph()] }) });
    await publishPortfolio(school.ilse, { id });
    const token = await link();
    const [file] = await readFiles(id);
    const fileId = file?.id ?? '';
    expect(await openByLink(token, fileId, null)).toMatchObject({ name: 'pool.jpg', mediaType: 'image/jpeg' });
    await addBlock(school.ilse, {
      id,
      pageId,
      kind: 'file',
      ...fields({ fileIds: [await shelf('diary.txt', 'not yet')] })
    });
    const diary = (await readFiles(id)).find(({ name }) => name === 'diary.txt')?.id ?? '';
    await expect(openByLink(token, diary, null)).rejects.toThrow(NotHere);
    await expect(openShownFile(school.teacher, fileId)).rejects.toThrow(NotHere);
    await openTo(school.ilse, { id, teachers: true, school: false, courses: [] });
    expect(await openShownFile(school.teacher, fileId)).toMatchObject({ name: 'pool.jpg' });
    await expect(openShownFile(school.teacher, diary)).rejects.toThrow(NotHere);
    await expect(openShownFile(school.stranger, fileId)).rejects.toThrow(NotHere);
    expect(await openShownFile(school.ilse, diary)).toMatchObject({ name: 'diary.txt' });
    // What a publication shows is nobody's rubbish, even once it lies on no Shelf.
    const { sha256 } = await openShownFile(school.ilse, fileId);
    await execute('delete from shelf_files where owner_id = $1', [school.ilse.id]);
    at(MONDAY + 9 * DAY);
    await collect(sha256.slice(0, 2));
    expect((await readFile(blobPath(sha256))).length).toBeGreaterThan(0);
  });

  it('goes out as a PDF and as a folder with its files', async () => {
    await text('One pool');
    await addBlock(school.ilse, { id, pageId, kind: 'picture', ...fields({ fileIds: [await photograph()] }) });
    const pdf = await asPdf(id, await now(), null);
    if (!pdf.ok) throw new Error(pdf.why);
    expect((await readFile(blobPath(pdf.file.sha256))).subarray(0, 5).toString()).toBe('%PDF-');
    const zip = await buffer(await asFolder(id, await now(), new Map([['index.html', '<p>One pool</p>']])));
    expect(zip.includes('index.html')).toBe(true);
    expect(zip.includes('-pool.jpg')).toBe(true);
  });
});
