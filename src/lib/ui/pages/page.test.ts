import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { applyUpdate, Doc, encodeStateAsUpdate } from 'yjs';
import { reachBy } from '$ui/forms/reach';
import { toBase64, fromBase64 } from './base64';
import { KeptWriting } from './kept-writing';
import { PageLine } from './page-line';
import { WrittenPage } from './page.svelte';

/** A server that keeps one page, with the line to it. */
let there: { doc: Doc; updates: string[]; began: string };
let line: 'up' | 'down' | 'refused' | 'too-long';
let device: Map<string, string>;
let lost: 'nothing' | 'answer';

const textOf = (doc: Doc) => doc.getText('t').toString();
const kept = () => new KeptWriting('ilse', 'page');
const opened = async (own = kept()) => {
  const page = new WrittenPage(new PageLine('/page'), own, textOf);
  await page.open();
  return page;
};
/** What this device keeps of writings that the server has not. */
const unsent = () => [...device.keys()].filter((key) => key.startsWith('vendro-page ')).length;
const write = (page: WrittenPage, text: string) => page.doc.getText('t').insert(page.doc.getText('t').length, text);

beforeEach(() => {
  vi.useFakeTimers();
  device = new Map();
  vi.stubGlobal(
    'localStorage',
    new Proxy({} as Record<string, unknown>, {
      get: (_, name) =>
        ({
          getItem: (key: string) => device.get(key) ?? null,
          setItem: (key: string, value: string) => void device.set(key, value),
          removeItem: (key: string) => void device.delete(key)
        })[name as string],
      ownKeys: () => [...device.keys()],
      getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true })
    })
  );
  there = { doc: new Doc(), updates: [], began: 'this text' };
  there.doc.getText('t').insert(0, 'Report. ');
  [line, lost] = ['up', 'nothing'];
  reachBy(async (_address, request) => {
    if (line === 'down') throw new TypeError('Failed to fetch');
    const told = (updates: string[], closed: string | null = null) =>
      Response.json({ ok: true, page: { began: there.began, seq: there.updates.length, at: 1, updates }, closed });
    const all = toBase64(encodeStateAsUpdate(there.doc));
    if (!request) {
      const since = Number(_address.split('since=')[1] ?? -1);
      return told(
        since < 0 ? [all] : there.updates.slice(since),
        line === 'refused' ? 'It is with your teacher.' : null
      );
    }
    if (line === 'refused') return Response.json({ ok: false, why: 'with-teacher', words: 'It is with your teacher.' });
    if (line === 'too-long') return Response.json({ ok: false, why: 'page-too-long', words: '' });
    const sent = JSON.parse(String(request.body)) as { began: string; since: number; update: string | null };
    const others = there.updates.slice(sent.since);
    if (sent.update !== null) {
      applyUpdate(there.doc, fromBase64(sent.update));
      there.updates.push(sent.update);
    }
    if (lost === 'answer') throw new TypeError('Failed to fetch');
    return told(others);
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

it('keeps what is written on the device at once, at the server soon after', async () => {
  const page = await opened();
  write(page, 'Kelp');
  expect(unsent()).toBe(1);
  expect(textOf(there.doc)).toBe('Report. ');
  await vi.advanceTimersByTimeAsync(1000);
  expect(textOf(there.doc)).toBe('Report. Kelp');
  expect(unsent()).toBe(0);
  expect(page.saving).toEqual({ state: 'here', at: 1 });
});

it('goes on with what a closed tab had not sent, and with that of another window', async () => {
  for (const word of ['in mid-wo', ' and elsewhere']) {
    const closed = await opened();
    write(closed, word);
    closed.close();
  }
  expect(unsent()).toBe(2);
  const page = await opened();
  expect(textOf(page.doc)).toContain('in mid-wo');
  expect(textOf(page.doc)).toContain(' and elsewhere');
  await vi.advanceTimersByTimeAsync(100);
  expect(textOf(there.doc)).toBe(textOf(page.doc));
  expect(unsent()).toBe(0);
});

it('takes nothing from a window that is still open and writes on', async () => {
  const first = await opened();
  write(first, 'one');
  const second = await opened();
  write(first, ' two');
  await vi.advanceTimersByTimeAsync(50);
  expect(unsent()).toBe(1);
  line = 'down';
  first.close();
  second.close();
  line = 'up';
  expect(textOf((await opened()).doc)).toBe('Report. one two');
});

it('writes on without a line, and merges it all when the line is back', async () => {
  const [page, elsewhere] = [await opened(), await opened()];
  line = 'down';
  for (const word of ['ten ', 'minutes ', 'offline']) {
    write(page, word);
    await vi.advanceTimersByTimeAsync(5000);
  }
  expect(page.saving).toEqual({ state: 'unreached' });
  expect([...device.values()]).toContain('Report. ten minutes offline');
  line = 'up';
  write(elsewhere, 'online. ');
  await vi.advanceTimersByTimeAsync(1000);
  await vi.advanceTimersByTimeAsync(5000);
  expect(textOf(there.doc)).toContain('ten minutes offline');
  expect(textOf(there.doc)).toContain('online. ');
  expect(page.saving.state).toBe('here');
  expect(textOf(page.doc)).toBe(textOf(there.doc));
});

it('loses nothing of what was on its way when its tab dies, written on or not', async () => {
  const page = await opened();
  let arrive = () => {};
  reachBy(() => new Promise((resolve) => (arrive = () => resolve(Response.error()))));
  write(page, 'on its way');
  await vi.advanceTimersByTimeAsync(1000);
  write(page, ' and after');
  const left = new Doc();
  applyUpdate(left, encodeStateAsUpdate(there.doc));
  for (const { update } of kept().left().values()) applyUpdate(left, fromBase64(update));
  expect(textOf(left)).toBe('Report. on its way and after');
  arrive();
});

it('sends again what was taken but not answered, and it stands there once', async () => {
  const page = await opened();
  lost = 'answer';
  write(page, 'once');
  await vi.advanceTimersByTimeAsync(1000);
  expect(page.saving.state).toBe('unreached');
  lost = 'nothing';
  await vi.advanceTimersByTimeAsync(5000);
  expect(textOf(there.doc)).toBe('Report. once');
  expect(textOf(page.doc)).toBe('Report. once');
});

it('hears of what is written elsewhere, and asks for nothing that it has', async () => {
  const [page, elsewhere] = [await opened(), await opened()];
  write(elsewhere, 'from there');
  await vi.advanceTimersByTimeAsync(1000);
  await page.heard(1);
  expect(textOf(page.doc)).toBe('Report. from there');
  line = 'down';
  await page.heard(1);
  expect(page.saving.state).toBe('here');
});

it('says when it is too long, keeps it here, and sends it once it is shorter', async () => {
  const page = await opened();
  line = 'too-long';
  write(page, 'far too much');
  await vi.advanceTimersByTimeAsync(1000);
  expect(page.saving).toEqual({ state: 'too-long' });
  expect(unsent()).toBe(1);
  line = 'up';
  page.doc.getText('t').delete(8, 8);
  await vi.advanceTimersByTimeAsync(1000);
  expect(textOf(there.doc)).toBe('Report. much');
});

it('loses nothing where it is not taken any more', async () => {
  const page = await opened();
  line = 'refused';
  write(page, 'too late');
  await vi.advanceTimersByTimeAsync(1000);
  expect(page.saving).toEqual({ state: 'refused', words: 'It is with your teacher.' });
  expect(page.text).toBe('Report. too late');
  expect(unsent()).toBe(1);
  const again = await opened();
  expect(again.saving).toEqual({ state: 'refused', words: 'It is with your teacher.' });
  expect(again.text).toBe('Report. too late');
});

it('merges nothing into another text', async () => {
  const closed = await opened();
  write(closed, 'into the old one');
  await vi.advanceTimersByTimeAsync(0);
  closed.close();
  there = { doc: new Doc(), updates: [], began: 'another text' };
  const page = await opened();
  expect(textOf(page.doc)).toBe('');
  expect(unsent()).toBe(1);
});

it('never says that all of it is there while it is not, and keeps it although nobody pauses', async () => {
  const page = await opened();
  expect(page.saving.state).toBe('here');
  for (let key = 0; key < 12; key++) {
    write(page, 'k');
    expect(page.saving.state).toBe('keeping');
    await vi.advanceTimersByTimeAsync(300);
  }
  // Never a pause, and it is there all the same.
  expect(textOf(there.doc)).toContain('kkkk');
  await vi.advanceTimersByTimeAsync(2000);
  expect(page.saving.state).toBe('here');
  expect(textOf(there.doc)).toBe(`Report. ${'k'.repeat(12)}`);
  page.close();
});
