import { beforeAll, describe, expect, it } from 'vitest';
import { XmlElement, XmlText } from 'yjs';
import { FIELD } from '$core/pages/merge';
import { keepStarter, readStarter } from '$server/assignments/starter';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { textForStarter } from '$server/gathering/text-for-starter';
import { beginPage, keepPage } from '$server/gathering/write-page';
import { NotHere } from '$server/outcome';
import { submitPacket } from '$server/rounds/submit';
import { enrol } from '$server/courses/create-course';
import { key, person, smallCourse } from './kit';
import { openWindow, textOf } from './page-writer';

const LOG = `# Reading log

Which passage did you read?

::: {.answer #passage}

:::

How did it end?

::: {.choice #end}

- [ ] well
- [ ] badly

:::

Anything else?

::: {.answer #more optional="yes"}

:::
`;
let school: Awaited<ReturnType<typeof smallCourse>>;
let assignmentId: string;
let deliverableId: string;
beforeAll(async () => {
  school = await smallCourse();
});

async function set(text = LOG) {
  assignmentId = await school.set({ deliverables: [{ title: 'Reading log', ask: 'Fill it in.' }] });
  deliverableId = (await readAssignment(school.teacher, assignmentId)).deliverables[0]?.id ?? '';
  const kept = await keepStarter(school.teacher, place(), { text, known: 0 });
  if (!kept.ok) throw new Error(kept.why);
}
const place = () => ({ assignmentId, deliverableId });
async function copyOf(who: typeof school.ilse) {
  const begun = await beginPage(who, { assignmentId, deliverableId, name: 'Log', key: key() });
  if (!begun.ok) throw new Error(begun.why);
  return { assignmentId, pieceId: begun.pieceId };
}
/** The answer of a name, as it merges. */
function answerIn(window: Awaited<ReturnType<typeof openWindow>>, id: string): XmlElement {
  const found = window.doc
    .getXmlFragment(FIELD)
    .toArray()
    .find((one): one is XmlElement => one instanceof XmlElement && one.getAttribute('id') === id);
  if (!found) throw new Error(`There is no ${id}.`);
  return found;
}
function say(window: Awaited<ReturnType<typeof openWindow>>, id: string, words: string) {
  const paragraph = new XmlElement('paragraph');
  paragraph.insert(0, [new XmlText(words)]);
  answerIn(window, id).insert(0, [paragraph]);
}
const facts = async () => {
  const packet = await readOwnPacket(await readAssignment(school.ilse, assignmentId));
  const [piece] = packet.pieces;
  return piece && 'facts' in piece ? piece.facts : null;
};
const promptsOf = async () => (await facts())?.prompts?.map(({ answered }) => answered) ?? null;

describe('a copy of a starter', () => {
  it('is each student’s own, knows what is answered, and says so before the submit', async () => {
    await set();
    expect((await readAssignment(school.ilse, assignmentId)).deliverables[0]?.starter).toBe(true);
    const [hers, his] = [await copyOf(school.ilse), await copyOf(school.teodor)];
    const window = await openWindow(school.ilse, hers);
    say(window, 'passage', 'The storm in chapter nine');
    answerIn(window, 'end').setAttribute('chosen', [1] as unknown as string);
    expect(await window.keep(true)).toMatchObject({ ok: true });
    expect(await promptsOf()).toEqual([true, true, false]);
    expect(await textOf(school.teodor, his)).not.toContain('storm');
  });

  it('keeps what the teacher wrote, whatever is sent', async () => {
    await set();
    const page = await copyOf(school.ilse);
    const tries: Array<(window: Awaited<ReturnType<typeof openWindow>>) => void> = [
      (window) => window.clear(),
      (window) => window.write('behind the questions'),
      (window) => answerIn(window, 'passage').setAttribute('optional', true as unknown as string),
      (window) => answerIn(window, 'passage').setAttribute('id', 'other'),
      (window) => answerIn(window, 'end').setAttribute('options', ['well'] as unknown as string)
    ];
    for (const attempt of tries) {
      const window = await openWindow(school.ilse, page);
      attempt(window);
      const kept = await window.keep();
      expect(kept).toMatchObject({ ok: false });
      expect(['starter-part', 'page-unreadable']).toContain(kept.ok || kept.why);
    }
    const window = await openWindow(school.ilse, page);
    say(window, 'passage', 'Still here');
    expect(await window.keep()).toMatchObject({ ok: true });
    expect(await textOf(school.ilse, page)).toContain('Which passage did you read?');
  });

  it('gets a correction around its answers, while it is open too, and keeps an answer that has lost its question', async () => {
    await set();
    const [hers, his] = [await copyOf(school.ilse), await copyOf(school.teodor)];
    const window = await openWindow(school.ilse, hers);
    say(window, 'passage', 'The storm');
    await window.keep();
    say(window, 'passage', 'and the calm');
    const text = LOG.replace('Which passage', 'Which chapter').replace('#more', '#else').replace('Anything', 'What');
    expect(await keepStarter(school.teacher, place(), { text, known: 1 })).toMatchObject({
      ok: true,
      version: 2,
      corrected: 2,
      loose: 0
    });
    expect(await window.keep()).toMatchObject({ ok: true });
    const now = await textOf(school.ilse, hers);
    for (const words of ['Which chapter did you read?', 'The storm', 'and the calm', 'What else?'])
      expect(now).toContain(words);
    expect(await textOf(school.teodor, his)).toContain('Which chapter did you read?');
    const without = text
      .replace(/Which chapter[^]*?:::\n\n:::\n/, '')
      .replace(/::: \{\.answer #passage\}\n\n:::\n/, '');
    expect(await keepStarter(school.teacher, place(), { text: without, known: 2 })).toMatchObject({
      ok: true,
      loose: 1
    });
    const last = await textOf(school.ilse, hers);
    expect(last).toContain('The storm');
    expect(await facts()).toMatchObject({ toChoose: 1 });

    const forged = await openWindow(school.ilse, hers);
    answerIn(forged, 'passage').setAttribute('asked', 'What nobody asked');
    expect(await forged.keep()).toMatchObject({ ok: false, why: 'starter-part' });
    const chosen = await openWindow(school.ilse, hers);
    answerIn(chosen, 'passage').setAttribute('stays', true as unknown as string);
    expect(await chosen.keep(true)).toMatchObject({ ok: true });
    expect((await facts())?.toChoose).toBeUndefined();
    expect(await keepStarter(school.teacher, place(), { text, known: 3 })).toMatchObject({ ok: true, loose: 0 });
    const back = await textOf(school.ilse, hers);
    expect(back.indexOf('The storm')).toBeLessThan(back.indexOf('How did it end?'));
  });

  it('reaches forty copies, those that were changed there too, and no round', async () => {
    await set();
    const page = await copyOf(school.ilse);
    const window = await openWindow(school.ilse, page);
    say(window, 'passage', 'Before the submit');
    await window.keep();
    await submitPacket(school.ilse, { assignmentId, key: key() });
    const [before] = (await readOwnPacket(await readAssignment(school.ilse, assignmentId))).rounds[0]?.pieces ?? [];
    const others = await Promise.all(Array.from({ length: 39 }, (_, i) => person(`Student${i}`)));
    for (const other of others) await enrol(school.course.id, other.id, 'student');
    const copies = [];
    for (const [i, other] of others.entries()) {
      const copy = await copyOf(other);
      copies.push({ other, copy, changed: i % 3 === 0 });
      if (i % 3 !== 0) continue;
      const own = await openWindow(other, copy);
      say(own, 'passage', `Passage ${i}`);
      await own.keep();
    }
    const text = LOG.replace('passage did', 'chapter did');
    expect(await keepStarter(school.teacher, place(), { text, known: 1 })).toMatchObject({ corrected: 40, loose: 0 });
    for (const [i, { other, copy, changed }] of copies.entries()) {
      const now = await textOf(other, copy);
      expect(now).toContain('Which chapter did you read?');
      if (changed) expect(now).toContain(`Passage ${i}`);
    }
    const [after] = (await readOwnPacket(await readAssignment(school.ilse, assignmentId))).rounds[0]?.pieces ?? [];
    expect(after).toEqual(before);
  });
});

describe('a starter', () => {
  it('is its teachers’ alone', async () => {
    await set();
    for (const other of [school.ilse, school.stranger]) {
      await expect(readStarter(other, place())).rejects.toThrow(NotHere);
      await expect(keepStarter(other, place(), { text: 'mine', known: 1 })).rejects.toThrow(NotHere);
      const coming = { stream: new Blob(['x']).stream(), name: 'x.md', size: 1 };
      await expect(textForStarter(other, place(), coming)).rejects.toThrow(NotHere);
    }
    await expect(readStarter(school.teacher, { assignmentId: await school.set(), deliverableId })).rejects.toThrow(
      NotHere
    );
  });

  it('is never written over, and never one whose questions share a name', async () => {
    await set();
    expect(await keepStarter(school.teacher, place(), { text: 'other', known: 0 })).toEqual({
      ok: false,
      why: 'starter-elsewhere'
    });
    const twice = `${LOG}\n::: {.answer #passage}\n\n:::\n`;
    expect(await keepStarter(school.teacher, place(), { text: twice, known: 1 })).toEqual({
      ok: false,
      why: 'starter-unreadable'
    });
    expect((await readStarter(school.teacher, place())).prompts).toHaveLength(3);
  });

  it('guards its copies only: a page that was begun before it is its writer’s', async () => {
    assignmentId = await school.set({ deliverables: [{ title: 'Log', ask: '' }] });
    deliverableId = (await readAssignment(school.teacher, assignmentId)).deliverables[0]?.id ?? '';
    const page = await copyOf(school.ilse);
    await keepStarter(school.teacher, place(), { text: LOG, known: 0 });
    const window = await openWindow(school.ilse, page);
    window.clear();
    window.write('Her own');
    expect(await window.keep()).toMatchObject({ ok: true });
    expect(
      await keepPage(school.ilse, { ...page, began: window.began, since: 1, update: null, over: true })
    ).toMatchObject({ ok: true });
  });
});
