import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { reachBy } from '$ui/forms/reach';
import type { KeptWriting, Writing } from './kept-writing';
import { WrittenPage } from './page.svelte';

/** A server that keeps one page, with the line to it. */
let there: { text: string; version: number };
let line: 'up' | 'down' | 'refused';
let device: Writing | null;

const kept = {
  read: () => device,
  keep: (writing: Writing) => (device = writing),
  letGo: () => (device = null)
} as unknown as KeptWriting;

beforeEach(() => {
  vi.useFakeTimers();
  [there, line, device] = [{ text: '# Report', version: 0 }, 'up', null];
  reachBy(async (_address, request) => {
    if (line === 'down') throw new TypeError('Failed to fetch');
    if (line === 'refused') return Response.json({ ok: false, elsewhere: false, words: 'It is with your teacher.' });
    if (!request) return Response.json({ ok: true, page: { ...there, at: null } });
    const { text, known } = JSON.parse(String(request.body)) as { text: string; known: number | null };
    if (known !== null && known !== there.version) return Response.json({ ok: false, elsewhere: true, words: '' });
    there = { text, version: there.version + 1 };
    return Response.json({ ok: true, version: there.version, at: 1 });
  });
});
afterEach(() => vi.useRealTimers());

const opened = async () => {
  const page = new WrittenPage('/page', kept);
  await page.open();
  return page;
};

it('keeps what is written on the device at once, at the server soon after', async () => {
  const page = await opened();
  page.write('# Report\n\nKelp');
  expect(device?.text).toBe('# Report\n\nKelp');
  expect(there.version).toBe(0);
  await vi.advanceTimersByTimeAsync(1000);
  expect(there).toEqual({ text: '# Report\n\nKelp', version: 1 });
  expect(device).toBeNull();
  expect(page.saving).toEqual({ state: 'here', at: 1 });
});

it('goes on with what a closed tab had not sent', async () => {
  device = { text: 'in mid-wo', known: 0 };
  const page = new WrittenPage('/page', kept);
  expect(await page.open()).toBe('in mid-wo');
  await vi.advanceTimersByTimeAsync(100);
  expect(there.text).toBe('in mid-wo');
});

it('writes on without a line, and sends it all when the line is back', async () => {
  const page = await opened();
  line = 'down';
  for (const word of ['ten', 'ten minutes', 'ten minutes offline']) {
    page.write(word);
    await vi.advanceTimersByTimeAsync(5000);
  }
  expect(page.saving).toEqual({ state: 'unreached' });
  expect(device?.text).toBe('ten minutes offline');
  line = 'up';
  await vi.advanceTimersByTimeAsync(5000);
  expect(there.text).toBe('ten minutes offline');
  expect(page.saving.state).toBe('here');
});

it('meets what another window wrote, and leaves the choice', async () => {
  const [one, other] = [await opened(), await opened()];
  one.write('one');
  await vi.advanceTimersByTimeAsync(1000);
  other.write('other');
  await vi.advanceTimersByTimeAsync(1000);
  expect(other.saving).toEqual({ state: 'elsewhere' });
  expect(other.other).toBe('one');
  other.write('other, still');
  await vi.advanceTimersByTimeAsync(5000);
  expect(there.text).toBe('one');
  await other.keepThis();
  expect(there.text).toBe('other, still');
  expect(other.saving.state).toBe('here');
});

it('takes the other one where that is chosen', async () => {
  const page = await opened();
  there = { text: 'theirs', version: 7 };
  page.write('mine');
  await vi.advanceTimersByTimeAsync(1000);
  expect(page.takeOther()).toBe('theirs');
  expect(device).toBeNull();
  page.write('theirs, and more');
  await vi.advanceTimersByTimeAsync(1000);
  expect(there).toEqual({ text: 'theirs, and more', version: 8 });
});

it('says when it is too long, keeps it here, and sends it once it is shorter', async () => {
  const page = await opened();
  page.write('x'.repeat(300_001));
  await vi.advanceTimersByTimeAsync(5000);
  expect(page.saving).toEqual({ state: 'too-long' });
  expect(device?.text).toHaveLength(300_001);
  await page.finish();
  expect(there.version).toBe(0);
  page.write('shorter');
  await vi.advanceTimersByTimeAsync(1000);
  expect(there.text).toBe('shorter');
});

it('has what this device kept of a page that is not taken any more, so that it can go elsewhere', async () => {
  device = { text: 'the last words', known: 3 };
  line = 'refused';
  const page = new WrittenPage('/page', kept);
  expect(await page.open()).toBe('the last words');
  expect(page.text).toBe('the last words');
});

it('loses nothing where it is not taken any more', async () => {
  const page = await opened();
  line = 'refused';
  page.write('too late');
  await vi.advanceTimersByTimeAsync(1000);
  expect(page.saving).toEqual({ state: 'refused', words: 'It is with your teacher.' });
  page.write('too late, and more');
  expect(device?.text).toBe('too late, and more');
});
