import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { encodeStateAsUpdate, encodeStateVector, XmlElement } from 'yjs';
import { z } from 'zod';
import { MINUTE } from '$core/time/moment';
import { blobPath } from '$server/blobs/store';
import { clock } from '$server/clock';
import { execute, select } from '$server/db/connection';
import { removePiece } from '$server/gathering/pieces';
import { restorePieces } from '$server/gathering/restore-pieces';
import { addPagePicture } from '$server/gathering/page-pictures';
import { pageAt, pageTimes } from '$server/gathering/page-times';
import { keepPage, readPage } from '$server/gathering/write-page';
import { NotHere } from '$server/outcome';
import { readBehind, readBehindDone } from '$server/reading/read-behind';
import { dropRevision, revise } from '$server/rounds/change';
import { submitPacket } from '$server/rounds/submit';
import { readShelf } from '$server/shelf/read-shelf';
import { find } from '$server/sources/find';
import { key, smallCourse } from './kit';
import { beginOf, bytesOf, openWindow, packetIn, textOf, type PageOf } from './page-writer';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});

const begun = (name?: string) => beginOf(school, name);
const packetOf = (assignmentId: string) => packetIn(school, assignmentId);

/** Writes something on it and keeps it. */
async function write(page: PageOf, words: string, over = false) {
  const window = await openWindow(school.ilse, page);
  window.clear();
  window.write(words);
  return window.keep(over);
}

describe('a page', () => {
  it('is named and begun in its place, kept as it is written, and counted like any document', async () => {
    const page = await begun();
    const window = await openWindow(school.ilse, page);
    window.write('Kelp above');
    expect(await window.keep()).toMatchObject({ ok: true, page: { seq: 1 } });
    window.write('rope below');
    expect(await window.keep(true)).toMatchObject({ ok: true, page: { seq: 2, updates: [] } });
    const { pieces } = await packetOf(page.assignmentId);
    expect(pieces).toMatchObject([{ kind: 'page', name: 'Field report.md', mediaType: 'text/markdown' }]);
    expect(await bytesOf(school.ilse, 'pieces', page.pieceId)).toBe('# Field report\n\nKelp above\n\nrope below\n');
    readBehind(pieces, 'pieces');
    await readBehindDone();
    expect((await packetOf(page.assignmentId)).pieces).toMatchObject([{ reading: { words: 6 } }]);
  });

  it('merges what several windows write, at once and one after the other, and each window has all of it', async () => {
    const page = await begun('Two windows');
    const [one, two] = await Promise.all([openWindow(school.ilse, page), openWindow(school.ilse, page)]);
    one.write('one');
    two.write('two');
    await Promise.all([one.keep(), two.keep()]);
    one.write('three');
    await one.keep();
    const text = await textOf(school.ilse, page);
    for (const word of ['Two windows', 'one', 'two', 'three']) expect(text.split(word)).toHaveLength(2);
    await two.keep(true);
    expect(await bytesOf(school.ilse, 'pieces', page.pieceId)).toMatch(/one|two/);
    const { files } = await readShelf(school.ilse);
    expect(files.find(({ name }) => name === 'Two windows.md')?.version).toBe(1);
  });

  it('is kept in one go while nothing else happens, and asked in full as soon as something does', async () => {
    const page = await begun('Quick');
    const [window, other] = [await openWindow(school.ilse, page), await openWindow(school.ilse, page)];
    for (const word of ['one', 'two', 'three']) {
      window.write(word);
      expect(await window.keep()).toMatchObject({ ok: true });
    }
    other.write('between');
    await other.keep();
    window.write('four');
    expect(await window.keep()).toMatchObject({ ok: true, page: { seq: 5 } });
    expect(await textOf(school.ilse, page)).toMatch(/^(?=[^]*one)(?=[^]*between)(?=[^]*four)/);
    await submitPacket(school.ilse, { assignmentId: page.assignmentId, key: key() });
    window.write('while it is with the teacher');
    expect(await window.keep()).toMatchObject({ ok: false });
    expect(await textOf(school.ilse, page)).not.toContain('with the teacher');
    const script = new XmlElement('script');
    await revise(school.ilse, page);
    window.write('again');
    await window.keep();
    window.put(script);
    expect(await window.keep()).toEqual({ ok: false, why: 'page-unreadable' });
  });

  it('takes a writing twice and has it once', async () => {
    const page = await begun('Twice');
    const window = await openWindow(school.ilse, page);
    window.write('once');
    const update = window.unsent();
    for (const since of [0, 1])
      await keepPage(school.ilse, { ...page, began: window.began, since, update, over: false });
    expect(await textOf(school.ilse, page)).toBe('Twice\nonce');
  });

  it('is frozen with its last word, and what is written afterwards changes no round', async () => {
    const page = await begun('Frozen');
    await write(page, 'before the submit');
    const submitted = await submitPacket(school.ilse, { assignmentId: page.assignmentId, key: key() });
    expect(submitted.ok).toBe(true);
    expect(await write(page, 'while it is with the teacher')).toMatchObject({ ok: false });
    expect(await readPage(school.ilse, { ...page, since: null })).toMatchObject({
      closed: expect.any(String) as string
    });
    await revise(school.ilse, page);
    await write(page, 'after', true);
    const { rounds } = await packetOf(page.assignmentId);
    const frozen = rounds[0]?.pieces[0]?.id ?? '';
    expect(await bytesOf(school.teacher, 'submitted', frozen)).toBe('before the submit\n');
    expect(await bytesOf(school.ilse, 'pieces', page.pieceId)).toBe('after\n');
    await dropRevision(school.ilse, page);
    const [back] = (await packetOf(page.assignmentId)).pieces;
    expect(await bytesOf(school.ilse, 'pieces', back?.id ?? '')).toBe('before the submit\n');
  });

  it('that leaves its packet is on the Shelf with its last word, and can be put back from its round', async () => {
    const page = await begun('Taken out');
    await write(page, 'the round has this', true);
    await submitPacket(school.ilse, { assignmentId: page.assignmentId, key: key() });
    await revise(school.ilse, page);
    await write(page, 'the last word');
    await removePiece(school.ilse, page);
    const { files } = await readShelf(school.ilse);
    const file = files.find(({ name }) => name === 'Taken out.md');
    expect(readFileSync(blobPath((await find(school.ilse, 'shelf', file?.id ?? '')).file?.sha256 ?? ''), 'utf8')).toBe(
      'the last word\n'
    );
    await restorePieces(school.ilse, { assignmentId: page.assignmentId, round: 1 });
    const [back] = (await packetOf(page.assignmentId)).pieces;
    const again = { assignmentId: page.assignmentId, pieceId: back?.id ?? '' };
    expect(await textOf(school.ilse, again)).toBe('the round has this');
  });

  it('is nobody else’s, and no other piece is a page', async () => {
    const page = await begun('Mine');
    await write(page, 'mine');
    const window = await openWindow(school.ilse, page);
    window.write('stolen');
    const update = window.unsent();
    for (const other of [school.teodor, school.teacher, school.stranger]) {
      await expect(readPage(other, { ...page, since: null })).rejects.toThrow(NotHere);
      await expect(keepPage(other, { ...page, began: window.began, since: 0, update, over: true })).rejects.toThrow(
        NotHere
      );
      await expect(pageTimes(other, page)).rejects.toThrow(NotHere);
      await expect(addPagePicture(other, page, { fileId: page.pieceId })).rejects.toThrow(NotHere);
    }
    expect(await textOf(school.ilse, page)).toBe('mine');
  });
});

describe('what is sent for a page', () => {
  const send = async (page: PageOf, update: Uint8Array, began?: string) => {
    const window = await openWindow(school.ilse, page);
    return keepPage(school.ilse, { ...page, began: began ?? window.began, since: 0, update, over: false });
  };

  it('is refused where it is no page, builds on what never came, or belongs to another text', async () => {
    const page = await begun('Hostile');
    const window = await openWindow(school.ilse, page);
    window.put(new XmlElement('script'));
    expect(await send(page, window.unsent())).toEqual({ ok: false, why: 'page-unreadable' });
    expect(await send(page, new Uint8Array([1, 2, 3, 250]))).toEqual({ ok: false, why: 'page-unreadable' });
    const image = new XmlElement('image');
    image.setAttribute('src', 'https://example.org/spy.png');
    const second = await openWindow(school.ilse, page);
    second.put(image);
    expect(await send(page, second.unsent())).toEqual({ ok: false, why: 'page-unreadable' });
    const third = await openWindow(school.ilse, page);
    third.write('first');
    const first = encodeStateVector(third.doc);
    third.write('second');
    expect(await send(page, encodeStateAsUpdate(third.doc, first))).toEqual({ ok: false, why: 'page-unreadable' });
    expect(await send(page, third.unsent(), 'f'.repeat(64))).toEqual({ ok: false, why: 'written-elsewhere' });
    expect(await textOf(school.ilse, page)).toBe('Hostile');
  });

  it('is refused where it goes deeper than anybody writes, or is longer than a page', async () => {
    const page = await begun('Deep');
    const window = await openWindow(school.ilse, page);
    let inside = new XmlElement('blockquote');
    window.put(inside);
    for (let i = 0; i < 3000; i++) {
      const next = new XmlElement(i < 2999 ? 'blockquote' : 'paragraph');
      inside.insert(0, [next]);
      inside = next;
    }
    expect(await send(page, window.unsent())).toEqual({ ok: false, why: 'page-unreadable' });
    const long = await openWindow(school.ilse, page);
    long.write('x'.repeat(300_100));
    expect(await long.keep()).toEqual({ ok: false, why: 'page-too-long' });
    long.clear();
    long.write('shorter');
    expect(await long.keep()).toMatchObject({ ok: true });
    expect(await textOf(school.ilse, page)).toBe('shorter');
  });

  it('is refused where it claims to be from another’s window', async () => {
    const page = await begun('Ours');
    const window = await openWindow(school.ilse, page);
    window.write('hers');
    await window.keep();
    const packet = await packetOf(page.assignmentId);
    expect(packet.pieces).toHaveLength(1);
    await execute(`update page_drafts set writers = jsonb_build_object($2::text, $3::text) where piece_id = $1`, [
      page.pieceId,
      String(window.doc.clientID),
      school.teodor.id
    ]);
    window.write('in his name');
    expect(await window.keep(true)).toEqual({ ok: false, why: 'written-by-another' });
  });
});

describe('a page at earlier times', () => {
  it('is read as it stood at the end of each minute, however much was gathered since', async () => {
    const page = await begun('Over time');
    const window = await openWindow(school.ilse, page);
    const start = clock.now();
    for (let minute = 0; minute < 3; minute++) {
      clock.set(start + minute * MINUTE, { frozen: true });
      for (let i = 0; i < 40; i++) {
        window.write(`${minute}.${i}`);
        await window.keep();
      }
    }
    const times = await pageTimes(school.ilse, page);
    const at = times.ok ? times.times : [];
    expect(at).toHaveLength(3);
    const then = await pageAt(school.ilse, { ...page, at: at[1]?.at ?? 0 });
    expect(then).toMatchObject({ ok: true, text: expect.stringContaining('1.39') as string });
    expect(then).toMatchObject({ ok: true, text: expect.not.stringContaining('2.0') as string });
    const [kept] = await select(
      z.object({ n: z.number() }),
      'select count(*)::integer as n from page_updates where piece_id = $1',
      [page.pieceId]
    );
    expect(kept?.n).toBeLessThan(60);
    expect(await textOf(school.ilse, page)).toContain('2.39');
    await expect(pageAt(school.ilse, { ...page, at: 0 })).rejects.toThrow(NotHere);
    clock.set(start, { frozen: true });
  });
});
