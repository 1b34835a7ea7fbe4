import { readFileSync } from 'node:fs';
import type { ChildProcess } from 'node:child_process';

/** Clock ticks of a second, as Linux counts processor time for everybody (`getconf CLK_TCK`). */
const TICKS = 100;

/** The processor time that a process has used so far, in seconds, by itself and in the kernel for it (proc(5), stat). */
export function cpuSeconds({ pid }: ChildProcess): number {
  const stat = readFileSync(`/proc/${String(pid)}/stat`, 'utf8');
  // The name of the program stands in brackets and may hold spaces.
  const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
  return (Number(fields[11]) + Number(fields[12])) / TICKS;
}
