import { beforeEach, expect, it, vi } from 'vitest';
import { wholeOf } from '$core/scans/corners';
import type { KeptSheet } from '$ui/capture/kept';
import type { Developed, Opened } from '../../workers/scan';
import type { KeptSheets } from './kept-sheets';
import { Scan, type Reader } from './scan.svelte';
import { NotScanned } from './scanner';

const SIDES = { width: 900, height: 1200 };
const photo = (name: string) => new Blob([name]);
const MEASURES = { light: 0.9, sharp: 0.5, ink: 0.1, touching: 0, uprightness: null, print: [] };

/** Keeps sheets in memory, as a browser would on disk. */
class Memory {
  sheets = new Map<string, KeptSheet>();
  broken = false;
  now = () => 0;
  #held = <T>(work: () => T) => (this.broken ? Promise.reject(new Error('No room.')) : Promise.resolve(work()));
  all = () => this.#held(() => [...this.sheets.values()].sort((a, b) => a.order - b.order));
  keep = (sheet: KeptSheet) => this.#held(() => void this.sheets.set(sheet.id, sheet));
  letGo = (id: string) => this.#held(() => void this.sheets.delete(id));
  letAllGo = () => this.#held(() => this.sheets.clear());
}

let memory: Memory;
let developed: string[];
const reader: Reader = {
  open: async ({ photo: brought }) => {
    if ((await (brought as Blob).text()) === 'no picture') throw new NotScanned('It could not be read.');
    return { photo: brought as Blob, ...SIDES, corners: wholeOf(SIDES), sure: 1, paper: 'a4' } satisfies Opened;
  },
  develop: async ({ photo: brought, handling }) => {
    developed.push(`${await brought.text()} ${handling.look} ${handling.turn}`);
    const bytes = new Uint8Array(handling.look === 'colour' ? 40 : 10);
    return {
      shown: brought,
      image: { kind: 'jpeg', bytes },
      size: { width: 210, height: 297 },
      measures: MEASURES
    } satisfies Developed;
  }
};
const begun = () => new Scan(memory as unknown as KeptSheets, reader);
const settled = (scan: Scan) => vi.waitFor(() => expect(scan.busy).toBe(false));
const textsOf = (scan: Scan) => Promise.all(scan.sheets.map((sheet) => sheet.photo.text()));

beforeEach(() => {
  memory = new Memory();
  developed = [];
});

it('keeps every sheet from the moment it is taken, in its order, and brings it back', async () => {
  const scan = begun();
  for (const name of ['one', 'two', 'three']) await scan.add(photo(name));
  scan.move(2, 0);
  await settled(scan);
  expect(await textsOf(scan)).toEqual(['three', 'one', 'two']);
  expect(scan.bytes).toBe(30);

  // The tab was closed; another one opens.
  const later = begun();
  expect(await later.restore()).toBe(3);
  await settled(later);
  expect(await textsOf(later)).toEqual(['three', 'one', 'two']);

  await later.letGo();
  expect(await begun().restore()).toBe(0);
});

it('takes what is no photograph for what it is, and leaves the others alone', async () => {
  const scan = begun();
  await scan.add(photo('one'));
  await scan.add(photo('no picture'));
  expect(scan.problem).toContain('could not be read');
  expect(await textsOf(scan)).toEqual(['one']);
  await scan.add(photo('two'));
  expect(scan.problem).toBe('');
});

it('puts a photograph in the place of a sheet, which stays where it was and looks as it did', async () => {
  const scan = begun();
  await scan.add(photo('one'));
  await scan.add(photo('two'));
  const [first] = scan.sheets;
  if (first) scan.change(first, { ...first.handling, look: 'colour' });
  await scan.add(photo('better'), first);
  await settled(scan);
  expect(await textsOf(scan)).toEqual(['better', 'two']);
  expect(developed.at(-1)).toBe('better colour 0');
  expect([...memory.sheets.values()].find(({ order }) => order === 0)?.handling.look).toBe('colour');
});

it('works on the latest wish alone, where several came while it was busy', async () => {
  const scan = begun();
  await scan.add(photo('one'));
  await settled(scan);
  const [sheet] = scan.sheets;
  for (const turn of [1, 2, 3] as const) if (sheet) scan.change(sheet, { ...sheet.handling, turn });
  await settled(scan);
  expect(developed).toEqual(['one black-white 0', 'one black-white 3']);
});

it('puts a sheet back that was left out', async () => {
  const scan = begun();
  for (const name of ['one', 'two', 'three']) await scan.add(photo(name));
  const second = scan.sheets[1];
  const undo = second && scan.remove(second);
  await vi.waitFor(() => expect(memory.sheets.size).toBe(2));
  undo?.();
  await vi.waitFor(() => expect(memory.sheets.size).toBe(3));
  expect(await textsOf(scan)).toEqual(['one', 'two', 'three']);
});

it('names a sheet that cannot be cut out, which is kept until it is left out', async () => {
  const scan = new Scan(memory as unknown as KeptSheets, {
    ...reader,
    develop: async (question) => {
      if ((await question.photo.text()) === 'torn') throw new NotScanned('It could not be cut out.');
      return reader.develop(question);
    }
  });
  for (const name of ['one', 'torn']) await scan.add(photo(name));
  await settled(scan);
  expect(scan.failed).toEqual([2]);
  expect(memory.sheets.size).toBe(2);
  const torn = scan.sheets[1];
  if (torn) scan.remove(torn);
  expect(scan.failed).toEqual([]);
});

it('goes on where the browser keeps nothing, and says so', async () => {
  memory.broken = true;
  const scan = begun();
  await scan.add(photo('one'));
  await settled(scan);
  expect(scan.unkept).toBe(true);
  expect(scan.sheets).toHaveLength(1);
});
