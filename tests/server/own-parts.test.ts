import { beforeEach, describe, expect, it } from 'vitest';
import { XmlText, type Doc, type XmlElement } from 'yjs';
import { z } from 'zod';
import { FIELD } from '$core/pages/merge';
import type { Actor } from '$core/people/policy';
import { receivedWhat } from '$core/receipts/lines';
import { readAssignment } from '$server/assignments/read-assignment';
import { enrol } from '$server/courses/create-course';
import { select } from '$server/db/connection';
import { changePart, readWhoWrites, type PartDeed } from '$server/gathering/own-parts';
import { followPage, say } from '$server/gathering/page-line';
import { pageTimes } from '$server/gathering/page-times';
import { beginPage } from '$server/gathering/write-page';
import { NotHere } from '$server/outcome';
import { readReceipt } from '$server/receipts/read-receipt';
import { submitPacket } from '$server/rounds/submit';
import { dividePages, givePart, partyOfEverybody } from '$server/together/divide-pages';
import { makeParty, readParties } from '$server/together/parties';
import { DAY, key, MONDAY, person, smallCourse } from './kit';
import { openWindow, textOf, type PageOf } from './page-writer';

let school: Awaited<ReturnType<typeof smallCourse>>;
let suvi: Actor;
let assignmentId: string;
let deliverableId: string;
beforeEach(async () => {
  school = await smallCourse();
  suvi = await person('Suvi');
  await enrol(school.course.id, suvi.id, 'student');
  assignmentId = await school.set({ title: 'Knots', due: MONDAY + DAY, deliverables: [{ title: 'Deck', ask: '' }] });
  deliverableId = (await readAssignment(school.teacher, assignmentId)).deliverables[0]?.id ?? '';
});

async function party(how: 'each' | 'take' | 'none' = 'each', titles: string[] = []): Promise<PageOf> {
  const members = [school.ilse, school.teodor, suvi].map(({ id }) => id);
  await makeParty(school.teacher, { assignmentId, name: 'Three', members });
  await dividePages(school.teacher, { assignmentId, deliverableId, how, titles });
  return begin();
}
async function begin(): Promise<PageOf> {
  const begun = await beginPage(school.ilse, { assignmentId, deliverableId, name: 'Knots', key: key() });
  if (!begun.ok) throw new Error(begun.why);
  return { assignmentId, pieceId: begun.pieceId };
}
const who = (person: Actor, page: PageOf) => readWhoWrites(person, page);
const partOf = async (person: Actor, page: PageOf) =>
  (await who(person, page)).parts.find(({ personId }) => personId === person.id)?.id ?? '';
const deed = (person: Actor, page: PageOf, deed: PartDeed) => changePart(person, { ...page, deed });

function partIn(doc: Doc, id: string): XmlElement {
  const parts = doc.getXmlFragment(FIELD).toArray() as XmlElement[];
  const part = parts.find((one) => one.nodeName === 'part' && one.getAttribute('id') === id);
  if (!part) throw new Error(`There is no part ${id}.`);
  return part;
}

const firstIn = (element: XmlElement) => element.get(0) as XmlElement;

/** Writes into the part of an id, as a window has it. */
async function into(person: Actor, page: PageOf, id: string, words: string) {
  const window = await openWindow(person, page);
  firstIn(partIn(window.doc, id)).insert(0, [new XmlText(words)]);
  return window;
}

/** The same on a deck, whose parts begin with a frame. */
async function intoFrame(person: Actor, page: PageOf, id: string, words: string) {
  const window = await openWindow(person, page);
  firstIn(firstIn(partIn(window.doc, id))).insert(0, [new XmlText(words)]);
  return window;
}

describe('parts of a page', () => {
  it('are laid for each of a party, once, and only its owner writes in one', async () => {
    const page = await party();
    const seen = await Promise.all([school.ilse, school.teodor, suvi].map((one) => who(one, page)));
    expect(seen[2]?.parts.map(({ title }) => title).sort()).toEqual(seen[2]?.people.map(({ name }) => name).sort());
    expect(new Set(seen.map(({ parts }) => parts.map(({ id }) => id).join())).size).toBe(1);
    const own = await partOf(suvi, page);
    expect(await (await into(suvi, page, own, 'Bowline')).keep()).toMatchObject({ ok: true });
    expect(await (await into(school.ilse, page, own, 'mine')).keep()).toEqual({ ok: false, why: 'part-of-another' });
    const window = await openWindow(school.ilse, page);
    window.clear();
    expect(await window.keep()).toEqual({ ok: false, why: 'part-of-another' });
    expect(await textOf(suvi, page)).toContain('Bowline');
  });

  it('are finished with a receipt while the whole goes on, and are fixed until their owner goes on', async () => {
    const page = await party();
    const own = await partOf(suvi, page);
    expect(await deed(suvi, page, { do: 'finish', part: own })).toEqual({ ok: false, why: 'part-is-empty' });
    await (await into(suvi, page, own, 'Bowline')).keep();
    const done = await deed(suvi, page, { do: 'finish', part: own });
    const number = done.ok ? (done.receipt ?? '') : '';
    const { receipt } = await readReceipt(suvi, number);
    expect(receipt).toMatchObject({ part: 'Suvi', student: 'Suvi', pieces: [{ name: 'Suvi.md', place: 'Deck' }] });
    expect(receivedWhat(receipt)).toContain('a part of it: Suvi');
    await expect(readReceipt(school.stranger, number)).rejects.toThrow(NotHere);
    expect(await (await into(suvi, page, own, 'more')).keep()).toEqual({ ok: false, why: 'part-of-another' });
    expect(await deed(suvi, page, { do: 'leave', part: own })).toEqual({ ok: false, why: 'part-is-finished' });
    await expect(deed(school.ilse, page, { do: 'go-on', part: own })).rejects.toThrow(NotHere);
    expect(await deed(suvi, page, { do: 'go-on', part: own })).toMatchObject({ ok: true });
    expect(await (await into(suvi, page, own, 'more')).keep()).toMatchObject({ ok: true });
    // What was acknowledged stays, whatever becomes of the part.
    expect((await readReceipt(suvi, number)).receipt.number).toBe(number);
  });

  it('are taken by the first of two, left again, and given by the teacher', async () => {
    const page = await party('take', ['Bends', 'Hitches']);
    const [bends, hitches] = (await who(school.ilse, page)).parts.map(({ id }) => id);
    const both = await Promise.all(
      [school.ilse, suvi].map((one) => deed(one, page, { do: 'take', part: bends ?? '' }))
    );
    expect(both.map(({ ok }) => ok).sort()).toEqual([false, true]);
    const winner = both[0]?.ok ? school.ilse : suvi;
    const other = winner === suvi ? school.ilse : suvi;
    expect(await (await into(other, page, hitches ?? '', 'x')).keep()).toEqual({ ok: false, why: 'part-of-another' });
    expect(await deed(winner, page, { do: 'leave', part: bends ?? '' })).toMatchObject({ ok: true });
    const give = { assignmentId, pieceId: page.pieceId, part: bends ?? '' };
    expect(await givePart(school.teacher, { ...give, studentId: other.id })).toEqual({ ok: true });
    expect(await partOf(other, page)).toBe(bends);
    expect(await givePart(school.teacher, { ...give, studentId: school.stranger.id })).toMatchObject({ ok: false });
    await expect(givePart(winner, { ...give, studentId: winner.id })).rejects.toThrow(NotHere);
    expect(await deed(winner, page, { do: 'add', title: 'Splices' })).toMatchObject({ ok: true });
    expect((await readParties(school.teacher, assignmentId)).divided.places[0]?.pages[0]?.parts).toHaveLength(3);
  });

  it('are nobody’s outside the party, and nothing of them changes with the packet submitted', async () => {
    const page = await party();
    const own = await partOf(suvi, page);
    await (await into(suvi, page, own, 'Bowline')).keep();
    for (const one of [school.stranger, school.teacher]) await expect(who(one, page)).rejects.toThrow(NotHere);
    await submitPacket(school.ilse, { assignmentId, key: key() });
    expect(await deed(suvi, page, { do: 'finish', part: own })).toMatchObject({ ok: false });
    expect((await who(suvi, page)).parts).toHaveLength(3);
  });
});

describe('a party of everybody', () => {
  it('has whoever comes later in it, with a part of their own', async () => {
    expect(await partyOfEverybody(school.teacher, { assignmentId })).toEqual({ ok: true });
    expect(await partyOfEverybody(school.teacher, { assignmentId })).toEqual({ ok: false, why: 'nobody-free' });
    await dividePages(school.teacher, { assignmentId, deliverableId, how: 'each', titles: [] });
    const page = await begin();
    const late = await person('Late');
    await enrol(school.course.id, late.id, 'student');
    expect((await who(late, page)).parts.map(({ title }) => title)).toContain('Late');
    expect(await (await into(late, page, await partOf(late, page), 'here')).keep()).toMatchObject({ ok: true });
  });
});

describe('a deck of thirty parts', () => {
  it('lets each write in their own and in no other, whatever they send', async () => {
    const people = await Promise.all(Array.from({ length: 27 }, (_, i) => person(`Hand${i}`)));
    for (const { id } of people) await enrol(school.course.id, id, 'student');
    const all = [school.ilse, school.teodor, suvi, ...people];
    await partyOfEverybody(school.teacher, { assignmentId });
    await dividePages(school.teacher, { assignmentId, deliverableId, how: 'each', titles: [] });
    const begun = await beginPage(school.ilse, { assignmentId, deliverableId, name: 'Knots', key: key(), as: 'deck' });
    const page = { assignmentId, pieceId: begun.ok ? begun.pieceId : '' };
    const { parts } = await who(school.ilse, page);
    expect(parts).toHaveLength(30);
    const own = (one: Actor) => parts.find(({ personId }) => personId === one.id)?.id ?? '';
    for (const [i, one] of all.entries()) {
      const next = all[(i + 1) % all.length] as Actor;
      expect(await (await intoFrame(one, page, own(next), 'theirs')).keep()).toMatchObject({ why: 'part-of-another' });
      expect(await (await intoFrame(one, page, own(one), `knot ${i}.`)).keep()).toMatchObject({ ok: true });
    }
    const text = JSON.stringify((await openWindow(suvi, page)).doc.getXmlFragment(FIELD));
    for (const [i] of all.entries()) expect(text).toContain(`knot ${i}.`);
    expect(text).not.toContain('theirs');
  });
});

describe('many who write one page at once', () => {
  it('lose no word, and each gets what the others wrote', async () => {
    const page = await party('none');
    const windows = await Promise.all([school.ilse, school.teodor, suvi].map((one) => openWindow(one, page)));
    for (let n = 0; n < 30; n++) {
      const kept = await Promise.all(
        windows.map((window, i) => {
          window.write(`w${i}n${n}`);
          return window.keep();
        })
      );
      for (const one of kept) expect(one).toMatchObject({ ok: true });
    }
    const text = await textOf(school.ilse, page);
    for (let i = 0; i < 3; i++) for (let n = 0; n < 30; n++) expect(text).toContain(`w${i}n${n}`);
    const times = await pageTimes(suvi, page);
    expect(times.ok && times.times[0]?.by).toHaveLength(3);
    const [rows] = await select(
      z.object({ n: z.number(), seq: z.number() }),
      `select (select count(*)::integer from page_updates where piece_id = $1 and seq > 0) as n,
        (select seq from page_drafts where piece_id = $1) as seq`,
      [page.pieceId]
    );
    expect(rows?.seq).toBe(90);
  });

  it('refuse a hostile one without losing the others, also within one statement', async () => {
    const page = await party();
    const own = await partOf(suvi, page);
    const [good, bad] = await Promise.all([into(suvi, page, own, 'a'), openWindow(school.ilse, page)]);
    const warm = await openWindow(school.teodor, page);
    for (const window of [good, bad, warm]) {
      if (window !== good) window.write('hello');
      expect(await window.keep()).toMatchObject({ ok: true });
    }
    bad.clear();
    warm.write('kept');
    const [refused, kept] = await Promise.all([bad.keep(), warm.keep()]);
    expect(refused).toEqual({ ok: false, why: 'part-of-another' });
    expect(kept).toMatchObject({ ok: true });
    expect(await textOf(suvi, page)).toContain('kept');
  });
});

describe('the line of a page', () => {
  const reading = async (stream: ReadableStream<Uint8Array>, until: RegExp) => {
    const reader = stream.getReader();
    let text = '';
    while (!until.test(text)) {
      const { value, done } = await reader.read();
      if (done) return `${text}(ended)`;
      text += new TextDecoder().decode(value);
    }
    await reader.cancel();
    return text;
  };
  const follow = (person: Actor, page: PageOf, signedIn = true) =>
    followPage(person, page, { window: 7, signedIn: () => Promise.resolve(signedIn) });

  it('brings what others write and where they stand, under their own names, to those of the party alone', async () => {
    const page = await party('none');
    for (const one of [school.stranger, school.teacher]) await expect(follow(one, page)).rejects.toThrow(NotHere);
    const stream = await follow(school.ilse, page);
    if (!stream) throw new Error('There is no stream.');
    const window = await openWindow(suvi, page);
    window.write('Clove hitch');
    await window.keep();
    await say(suvi, page, window.doc.clientID, { anchor: { tname: 'page' }, head: { tname: 'page' } });
    // In somebody else's window, and from outside, nothing is said.
    await say(school.teodor, page, window.doc.clientID, null);
    await say(school.stranger, page, 99, null);
    await say(school.teodor, page, 5, null);
    const heard = await reading(stream, /"window":5/);
    expect(heard).toContain('event: wrote');
    expect(heard).toContain(`"window":${window.doc.clientID},"personId":"${suvi.id}"`);
    expect(heard).not.toContain(`"window":${window.doc.clientID},"personId":"${school.teodor.id}"`);
    expect(heard).not.toContain('"window":99');
  });

  it('is not opened without end by one person', async () => {
    const page = await party('none');
    const streams = await Promise.all(Array.from({ length: 12 }, () => follow(suvi, page)));
    expect(await follow(suvi, page)).toBeNull();
    await Promise.all(streams.map((stream) => stream?.cancel()));
    const again = await follow(suvi, page);
    await again?.cancel();
    expect(again).not.toBeNull();
  });
});
