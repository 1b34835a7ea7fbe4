import { readFileSync } from 'node:fs';

/** Clock ticks in a second, as /proc counts them (proc(5): USER_HZ, 100 on Linux whatever the kernel's own rate). */
const TICKS = 100;
const PAGE_BYTES = 4096;

/** What a process has used: seconds of processor time, and bytes of memory that it holds now. Null once it is gone. */
export function usageOf(pid: number): { processor: number; memory: number } | null {
  try {
    // The name, in brackets, may itself hold spaces and brackets (proc(5), /proc/pid/stat).
    const stat = readFileSync(`/proc/${pid}/stat`, 'latin1');
    const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
    const [user, system, resident] = [11, 12, 21].map((place) => Number(fields[place]));
    return { processor: ((user ?? 0) + (system ?? 0)) / TICKS, memory: (resident ?? 0) * PAGE_BYTES };
  } catch {
    return null;
  }
}
