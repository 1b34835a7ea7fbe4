import { readFileSync } from 'node:fs';

/** Seconds that something takes. */
export async function timed(work: () => Promise<unknown>): Promise<number> {
  const begun = performance.now();
  await work();
  return (performance.now() - begun) / 1000;
}

/** Megabytes of memory that a process has had at most, as the kernel counts them (VmHWM, proc(5)). */
export function peakMemory(pid: number): number {
  const line = /VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'));
  return Number(line?.[1] ?? Infinity) / 1000;
}
