import { readFileSync } from 'node:fs';

/**
 * What the processors of this machine have done since it came up, in seconds of one of them: `busy` with what runs here, and `taken`
 * by other machines on the same hardware while something here was waiting (proc(5), /proc/stat: ticks of a hundredth, "steal").
 *
 * @param {string} [stat] the file's text
 */
export function processorTime(stat = readFileSync('/proc/stat', 'utf8')) {
  const all = stat.split('\n').find((line) => line.startsWith('cpu '));
  if (all === undefined) throw new Error('/proc/stat does not tell what the processors did.');
  const [user = 0, nice = 0, system = 0, , , irq = 0, softirq = 0, steal = 0] = all.split(/\s+/).slice(1).map(Number);
  return { busy: (user + nice + system + irq + softirq) / 100, taken: steal / 100 };
}
