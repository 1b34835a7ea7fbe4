import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { scratchInMemory } from './scratch.mjs';

let memory = '';
beforeEach(() => {
  memory = mkdtempSync(join(tmpdir(), 'vendro-memory-'));
});
afterEach(() => {
  vi.restoreAllMocks();
  rmSync(memory, { recursive: true, force: true });
});

/** @param {number} bytes of memory that are left */
const withMemory = (bytes) => vi.spyOn(process, 'availableMemory').mockReturnValue(bytes);
const PLENTY = 64 * 1024 ** 3;

it('is where temporary files go until it is cleared away', () => {
  withMemory(PLENTY);
  const before = tmpdir();
  const clear = scratchInMemory(memory);
  expect(dirname(tmpdir())).toBe(memory);
  writeFileSync(join(tmpdir(), 'left.txt'), 'kelp');
  clear();
  expect([tmpdir(), readdirSync(memory)]).toEqual([before, []]);
});

it('is not in memory where there is little of it, or no such place', () => {
  const before = tmpdir();
  withMemory(1024 ** 3);
  scratchInMemory(memory)();
  withMemory(PLENTY);
  scratchInMemory(join(memory, 'nowhere'))();
  expect([tmpdir(), readdirSync(memory)]).toEqual([before, []]);
});

it('clears away what a run left that was killed, and nothing of one that goes on', () => {
  withMemory(0);
  // No process has a number beyond what Linux gives (proc(5), pid_max).
  const [dead, alive] = [join(memory, 'vendro-scratch-4194305-x'), join(memory, `vendro-scratch-${process.pid}-x`)];
  const foreign = join(memory, 'vendro-other');
  for (const folder of [dead, alive, foreign]) mkdirSync(folder);
  scratchInMemory(memory);
  expect([dead, alive, foreign].map((folder) => existsSync(folder))).toEqual([false, true, true]);
});
