import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Answers, Asked } from '$core/questions/question';
import { reachBy } from '$ui/forms/reach';
import { GivenAnswers } from './given.svelte';

/** What the server was told, and what it says next; null where the line is down. */
let sent: Array<{ answers: Answers; over: boolean } | null>;
let says: Array<{ status?: number; body: unknown } | null>;
/** What keeps the server's answers back; null where nothing does. */
let held: Promise<void> | null;
/** What this device keeps. */
let device: Map<string, string>;

const asked = (id: string): Asked => ({
  ...{ kind: 'number', id, text: 'How many?', points: '1', optional: false, picture: null, unit: '' }
});
const sheet = (more: object = {}) => ({
  ...{ questions: [asked('a'), asked('b')], answers: {}, oneByOne: false, at: null, until: null, now: 0 },
  ...more
});
const opened = async (more: object = {}) => {
  says.unshift({ body: { ok: true, sheet: sheet(more) } });
  const given = new GivenAnswers('/questions/1', 'kept 1');
  expect(await given.open()).toBe(true);
  sent = [];
  return given;
};
const later = (milliseconds: number) => vi.advanceTimersByTimeAsync(milliseconds);

beforeEach(() => {
  vi.useFakeTimers();
  [sent, says, device, held] = [[], [], new Map(), null];
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => device.get(key) ?? null,
    setItem: (key: string, value: string) => void device.set(key, value),
    removeItem: (key: string) => void device.delete(key)
  });
  reachBy(async (_, request) => {
    sent.push(request ? (JSON.parse(String(request.body)) as { answers: Answers; over: boolean }) : null);
    if (held) await held;
    const said = says.length > 0 ? says.shift() : { body: { ok: true, at: 7 } };
    if (!said) throw new TypeError('Failed to fetch');
    const headers = { 'content-type': 'application/json' };
    return new Response(JSON.stringify(said.body), { status: said.status ?? 200, headers });
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

it('keeps an answer on this device at once, and at the server after a pause', async () => {
  const given = await opened();
  given.give('a', '3');
  given.give('a', '31');
  given.give('b', '4');
  expect(JSON.parse(device.get('kept 1') ?? '')).toEqual({ a: '31', b: '4' });
  expect([given.saving.state, sent]).toEqual(['keeping', []]);
  await later(600);
  expect(sent).toEqual([{ answers: { a: '31', b: '4' }, over: false }]);
  expect(given.saving).toEqual({ state: 'here', at: 7 });
  expect(device.size).toBe(0);
});

it('sends what was answered otherwise while the answer before was on its way, and no answer twice', async () => {
  const given = await opened();
  let arrive = () => {};
  held = new Promise((resolve) => (arrive = resolve));
  given.give('a', '1');
  given.give('b', '2');
  await later(600);
  given.give('a', '3');
  expect(sent).toHaveLength(1);
  held = null;
  arrive();
  await later(0);
  expect(given.saving).toEqual({ state: 'keeping' });
  expect(JSON.parse(device.get('kept 1') ?? '')).toEqual({ a: '3' });
  await later(600);
  expect(sent.map((one) => one?.answers)).toEqual([{ a: '1', b: '2' }, { a: '3' }]);
  expect(given.saving).toEqual({ state: 'here', at: 7 });
});

it('waits where the line is down, says so, and goes on by itself', async () => {
  const given = await opened();
  says = [null];
  given.give('a', '1');
  await later(600);
  expect(given.saving).toEqual({ state: 'unreached' });
  expect(device.has('kept 1')).toBe(true);
  given.give('b', '2');
  await later(3900);
  expect(sent).toHaveLength(1);
  await later(100);
  expect(sent[1]?.answers).toEqual({ a: '1', b: '2' });
  expect(given.saving).toEqual({ state: 'here', at: 7 });
});

it('brings back what this device kept, over what the server has, and only for what is still asked', async () => {
  device.set('kept 1', JSON.stringify({ a: '9', gone: 'x' }));
  const given = await opened({ answers: { a: '1', b: '2' } });
  expect(given.answers).toEqual({ a: '9', b: '2' });
  await later(0);
  expect(sent[0]?.answers).toEqual({ a: '9' });
});

it.each([['{"a":'], ['null'], ['']])('passes over what this device kept where it cannot be read: %j', async (text) => {
  device.set('kept 1', text);
  const given = await opened({ answers: { b: '2' } });
  expect(given.answers).toEqual({ b: '2' });
});

it('goes on where this device keeps nothing', async () => {
  const given = await opened();
  vi.stubGlobal('localStorage', {
    getItem: () => null,
    setItem: () => {
      throw new DOMException('Full.', 'QuotaExceededError');
    }
  });
  given.give('a', '1');
  await later(600);
  expect(sent[0]?.answers).toEqual({ a: '1' });
});

it('sends nothing more once it was refused, and says why', async () => {
  const given = await opened();
  says = [{ body: { ok: false, words: 'The time is over.' } }];
  given.give('a', '1');
  await later(600);
  expect(given.saving).toEqual({ state: 'refused', words: 'The time is over.' });
  given.give('b', '2');
  await given.finish();
  await later(10_000);
  expect(sent).toHaveLength(1);
});

it('says that it is not in the packet any more', async () => {
  says = [{ status: 404, body: {} }];
  const given = new GivenAnswers('/questions/1', 'kept 1');
  expect(await given.open()).toBe(false);
  expect(given.saving).toMatchObject({
    state: 'refused',
    words: expect.stringContaining('not in the packet any more')
  });
});

it('says that it could not be opened where the line is down', async () => {
  says = [null];
  const given = new GivenAnswers('/questions/1', 'kept 1');
  expect([await given.open(), given.saving]).toEqual([false, { state: 'unreached' }]);
});

it('is finished at once, with what was not kept yet', async () => {
  const given = await opened();
  given.give('a', '1');
  await given.finish();
  expect(sent).toEqual([{ answers: { a: '1' }, over: true }]);
  await later(10_000);
  expect(sent).toHaveLength(1);
});

it('says nothing to the server where nothing was answered and it goes on later', async () => {
  const given = await opened();
  await given.finish(false);
  expect(sent).toEqual([]);
});

it('is over after as long as the server says, by the clock of this device, and later where more is given', async () => {
  const given = await opened({ now: 1_000_000, until: 1_060_000 });
  expect(given.over).toBe(performance.now() + 60_000);
  await later(5_000);
  says = [{ body: { ok: true, sheet: sheet({ now: 1_005_000, until: 1_125_000 }) } }];
  await given.askTime();
  expect(given.over).toBe(performance.now() + 120_000);
  says = [null];
  await given.askTime();
  expect(given.over).toBe(performance.now() + 120_000);
});

it('sends nothing after it was closed', async () => {
  const given = await opened();
  given.give('a', '1');
  given.close();
  await later(10_000);
  expect(sent).toEqual([]);
  expect(device.has('kept 1')).toBe(true);
});
