import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Refused } from './refused';
import { GONE } from './refused-words';
import type { Answer } from './send';
import { Uploads } from './uploads.svelte';

/** One file that is being sent, as the test moves it. */
interface Sent {
  name: string;
  known: string | undefined;
  progress: (bytes: number) => void;
  arrives: (id: string) => void;
  breaks: (error: Error) => void;
}
let sent: Sent[];
let finished: Array<{ id: string; sha256: string | null }>;
let hashes: Array<(hash: string | null | Error) => void>;
let answers: Answer[];
let known: Answer | null;
const arrived = vi.fn(async () => undefined);

/** Everything outside of the uploads, moved by hand. */
const way = {
  hashFile: () =>
    new Promise<string | null>((resolve, reject) => {
      hashes.push((hash) => (hash instanceof Error ? reject(hash) : resolve(hash)));
    }),
  prepare: async () => ({
    GONE,
    askKnown: async () => known,
    finish: async (id: string, sha256: string | null) => {
      finished.push({ id, sha256 });
      return answers.shift() ?? ({ ok: true } as const);
    },
    uploadRefusedWords: (why: string) => `Refused: ${why}.`,
    sendBytes: (
      file: File,
      _: unknown,
      id: string | undefined,
      progress: (n: number) => void,
      onId: (id: string) => void
    ) => {
      let breaks: (error: Error) => void = () => undefined;
      const done = new Promise<string>((resolve, reject) => {
        breaks = reject;
        const arrives = (given: string) => {
          onId(given);
          resolve(given);
        };
        sent.push({ name: file.name, known: id, progress, arrives, breaks });
      });
      return { done, stop: async () => breaks(new Error('Stopped.')) };
    }
  })
};

const settle = () => vi.advanceTimersByTimeAsync(0);
const small = (name: string) => new File(['kelp'], name);
/** Larger than what is hashed before it is sent. */
function large(name: string): File {
  const file = new File(['kelp'], name);
  Object.defineProperty(file, 'size', { value: 100 * 1024 * 1024 });
  return file;
}
const place = { assignment: 'a', deliverable: 'd' };

beforeEach(() => {
  vi.useFakeTimers();
  [sent, finished, hashes, answers, known] = [[], [], [], [], null];
  arrived.mockReset();
});
afterEach(() => vi.useRealTimers());
const made = (files: File[]) => {
  const uploads = new Uploads(arrived, way);
  uploads.add(files, place, 1e9);
  return uploads;
};

describe('a small file', () => {
  it('is hashed, sent, checked against its hash, and leaves the list', async () => {
    const uploads = made([small('a.txt')]);
    expect(uploads.items[0]?.state).toBe('reading');
    hashes[0]?.('cafe');
    await settle();
    expect(uploads.items[0]?.state).toBe('sending');
    sent[0]?.progress(2);
    expect(uploads.items[0]?.sent).toBe(2);
    sent[0]?.arrives('u1');
    await settle();
    expect(finished).toEqual([{ id: 'u1', sha256: 'cafe' }]);
    expect(uploads.items).toEqual([]);
    expect(arrived).toHaveBeenCalledOnce();
  });

  it('is on its way until the page shows it, and keeps nobody waiting meanwhile', async () => {
    let shown = () => {};
    arrived.mockImplementationOnce(() => new Promise((resolve) => (shown = () => resolve(undefined))));
    const uploads = made([small('a.txt'), small('b.txt')]);
    hashes[0]?.('cafe');
    await settle();
    sent[0]?.arrives('u1');
    await settle();
    expect(uploads.items.map(({ state }) => state)).toEqual(['arrived', 'reading']);
    expect(uploads.boundFor('a', [])).toEqual(['d', 'd']);
    const sealing = uploads.readFor('a');
    hashes[1]?.('beef');
    expect(await sealing).toMatchObject([{ name: 'b.txt', sha256: 'beef' }]);
    shown();
    await settle();
    expect(uploads.items.map(({ file }) => file.name)).toEqual(['b.txt']);
  });

  it('leaves the list also where the page cannot be read', async () => {
    arrived.mockRejectedValueOnce(new Error('The line broke.'));
    known = { ok: true };
    const uploads = made([small('a.txt')]);
    hashes[0]?.('cafe');
    await settle();
    expect([uploads.items, uploads.busy]).toEqual([[], false]);
  });

  it('whose bytes are here already is not sent', async () => {
    known = { ok: true };
    const uploads = made([small('a.txt')]);
    hashes[0]?.('cafe');
    await settle();
    expect([sent.length, uploads.items.length]).toEqual([0, 0]);
  });

  it('that cannot be read any more says so', async () => {
    const uploads = made([small('a.txt')]);
    hashes[0]?.(null);
    await settle();
    expect(uploads.items[0]).toMatchObject({
      state: 'refused',
      words: expect.stringContaining('could no longer be read')
    });
    uploads.dismiss(uploads.items[0] as never);
    expect(uploads.items).toEqual([]);
  });

  it('waits where what hashes could not be fetched, and is hashed anew once it can be', async () => {
    const uploads = made([small('a.txt')]);
    hashes[0]?.(new Error('A worker failed.'));
    await settle();
    expect(uploads.items[0]?.state).toBe('waiting');
    await vi.advanceTimersByTimeAsync(3000);
    hashes[1]?.('cafe');
    await settle();
    expect(uploads.items[0]?.state).toBe('sending');
  });
});

describe('a line that breaks', () => {
  it('is waited out, and the file goes on from where it was', async () => {
    const uploads = made([large('film.webm')]);
    await settle();
    const [item] = uploads.items;
    if (item) item.id = 'u1';
    sent[0]?.breaks(new Error('The line broke.'));
    await settle();
    expect(item?.state).toBe('waiting');
    expect(uploads.busy).toBe(true);
    await vi.advanceTimersByTimeAsync(3000);
    expect(sent[1]).toMatchObject({ known: 'u1' });
    sent[1]?.arrives('u1');
    hashes[0]?.('cafe');
    await settle();
    expect(uploads.items).toEqual([]);
  });

  it('is not waited out where the server refused', async () => {
    const uploads = made([large('film.webm')]);
    await settle();
    sent[0]?.breaks(new Refused('too-large'));
    await settle();
    expect(uploads.items[0]).toMatchObject({ state: 'refused', words: 'Refused: too-large.' });
    expect(uploads.busy).toBe(false);
  });

  it('sends all of it once more where other bytes arrived than left', async () => {
    answers = [{ ok: false, words: 'What arrived is not what left.', again: true }];
    const uploads = made([large('film.webm')]);
    await settle();
    hashes[0]?.('cafe');
    sent[0]?.arrives('u1');
    await settle();
    expect(uploads.items[0]).toMatchObject({ state: 'refused', id: undefined });
  });
});

describe('several', () => {
  it('go two at a time, small ones for one place in the order in which they were chosen', async () => {
    const uploads = made([small('1.txt'), small('2.txt'), large('film.webm'), large('other.webm')]);
    expect(uploads.items.map(({ state }) => state)).toEqual(['reading', 'queued', 'queued', 'queued']);
    hashes[0]?.('one');
    await settle();
    sent[0]?.arrives('u1');
    await settle();
    expect(uploads.items.map(({ file, state }) => `${file.name} ${state}`)).toEqual([
      '2.txt reading',
      'film.webm queued',
      'other.webm queued'
    ]);
  });

  it('one that is paused stops, lets the next begin, and goes on when asked', async () => {
    const uploads = made([large('1.webm'), large('2.webm'), large('3.webm')]);
    await settle();
    expect(sent.map(({ name }) => name)).toEqual(['1.webm', '2.webm']);
    const [first] = uploads.items;
    if (first) await uploads.pause(first);
    await settle();
    expect(first?.state).toBe('paused');
    expect(sent.map(({ name }) => name)).toEqual(['1.webm', '2.webm', '3.webm']);
    if (first) uploads.resume(first);
    await settle();
    expect(first?.state).toBe('queued');
  });

  it('are all named with their hashes for a seal, or none where one cannot be read', async () => {
    const uploads = made([large('1.webm'), large('2.webm')]);
    await settle();
    const sealing = uploads.readFor('a');
    hashes.forEach((give, i) => give(`hash ${i}`));
    expect(await sealing).toMatchObject([
      { name: '1.webm', sha256: 'hash 0' },
      { name: '2.webm', sha256: 'hash 1' }
    ]);
    expect(uploads.boundFor('a', [{ id: 'x', deliverableId: null }])).toEqual(['d', 'd', null]);
    expect(uploads.sendsFor('b')).toBe(false);
  });

  it('go on from what the server has parts of, where it is the same file', async () => {
    const uploads = new Uploads(arrived, way);
    const film = large('film.webm');
    uploads.add([film, small('a.txt')], place, 1e9, [{ id: 'u7', name: 'film.webm', size: film.size }]);
    await settle();
    expect(sent[0]).toMatchObject({ name: 'film.webm', known: 'u7' });
  });
});
