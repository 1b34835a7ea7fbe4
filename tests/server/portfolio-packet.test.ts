import { beforeEach, describe, expect, it } from 'vitest';
import type { Situation } from '$core/checks/check';
import { portfolios } from '$core/checks/portfolios';
import { config } from '$server/config';
import { addLink } from '$server/gathering/attach-link';
import { NotHere } from '$server/outcome';
import { readPieces } from '$server/packets/read-packet';
import { takeNewCopy, takePortfolio } from '$server/portfolio/as-piece';
import { addBlock } from '$server/portfolio/blocks';
import { openTo } from '$server/portfolio/links';
import { publishPortfolio } from '$server/portfolio/publish';
import { removePortfolio } from '$server/portfolio/shape';
import { ownFile } from '$server/shelf/own-file';
import { revise } from '$server/rounds/change';
import { submitPacket } from '$server/rounds/submit';
import { at, count, HOUR, key, MONDAY, packetOf } from './kit';
import { beginPortfolio, fields, id, pageId, photograph, school, text } from './portfolio-kit';

beforeEach(beginPortfolio);

describe('in a packet', () => {
  it('is a copy that stays as it is while the portfolio goes on, and is taken anew by one press', async () => {
    await text('One pool');
    const assignmentId = await school.set({ title: 'Portfolio page' });
    const place = { assignmentId, deliverableId: null, portfolioId: id, pageId, key: key() };
    const taken = await takePortfolio(school.ilse, place);
    expect(taken).toMatchObject({ ok: true });
    const packetId = await packetOf(school.ilse, assignmentId);
    const pieces = async () => readPieces(packetId);
    const [first] = await pieces();
    expect(first).toMatchObject({
      kind: 'portfolio',
      name: 'First page.md',
      portfolio: { title: 'The shore', changed: false }
    });
    at(MONDAY + HOUR);
    await text('Two pools');
    const found = (await pieces())[0];
    expect(found?.portfolio?.changed).toBe(true);
    await submitPacket(school.ilse, { assignmentId, key: key() });
    await revise(school.ilse, { assignmentId });
    expect(await takeNewCopy(school.ilse, { assignmentId, pieceId: first?.id ?? '' })).toMatchObject({ ok: true });
    const [second] = await pieces();
    expect(second?.portfolio?.changed).toBe(false);
    expect(
      await count(
        'select count(distinct sha256) as n from (select sha256 from pieces where packet_id = $1 union all select sha256 from round_pieces where packet_id = $1) s',
        [packetId]
      )
    ).toBe(2);
    await expect(takePortfolio(school.stranger, place)).rejects.toThrow(NotHere);
    await expect(takePortfolio(school.teodor, { ...place, key: key() })).rejects.toThrow(NotHere);
    await removePortfolio(school.ilse, { id });
    expect((await pieces())[0]).toMatchObject({ kind: 'portfolio', portfolio: null });
  });

  it('is refused while nothing stands on it', async () => {
    const assignmentId = await school.set({ title: 'Portfolio page' });
    const place = { assignmentId, deliverableId: null, portfolioId: id, pageId: null, key: key() };
    expect(await takePortfolio(school.ilse, place)).toMatchObject({ why: 'portfolio-empty' });
  });

  it('as a link is named as others read it, and is told from work that its teacher cannot see', async () => {
    await text('One pool');
    const assignmentId = await school.set({ title: 'Link it' });
    const url = `${config.origin}/portfolios/${id}/pages/${pageId}`;
    const given = { assignmentId, deliverableId: null, url, title: '', knowingly: false, key: key() };
    expect(await addLink(school.ilse, given)).toMatchObject({ why: 'not-fine', look: { verdict: 'not-published' } });
    await publishPortfolio(school.ilse, { id });
    expect(await addLink(school.ilse, given)).toMatchObject({
      ok: true,
      look: { verdict: 'opens', title: 'The shore' }
    });
    const packetId = await packetOf(school.ilse, assignmentId);
    const words = async () =>
      portfolios.find({ pieces: await readPieces(packetId) } as unknown as Situation).map((found) => found.words);
    expect((await readPieces(packetId))[0]).toMatchObject({
      url: `${config.origin}/portfolios/${id}/shown?page=${pageId}`
    });
    expect(await words()).toEqual([expect.stringContaining('is not open to your teacher')]);
    await openTo(school.ilse, { id, teachers: true, school: false, courses: [] });
    expect(await words()).toEqual([]);
    await text('Two pools');
    expect(await words()).toEqual([expect.stringContaining('changes that nobody sees yet')]);
  });

  it('of a file, keeps the Shelf’s own as it was', async () => {
    const fileId = await photograph();
    await addBlock(school.ilse, { id, pageId, kind: 'picture', ...fields({ fileIds: [fileId] }) });
    expect((await ownFile(school.ilse, fileId)).name).toBe('pool.jpg');
  });
});
