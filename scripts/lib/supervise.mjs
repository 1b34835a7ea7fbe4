import { say } from './say.mjs';

/** A process that dies so often within a minute will not live: something is wrong that starting it again does not mend. */
const MOST_DEATHS = 5;
const MINUTE = 60_000;

/**
 * Keeps a process running: one that ends by itself is started again, after a wait that grows while it goes on dying.
 *
 * @param {string} name as the person at the terminal knows it
 * @param {() => import('node:child_process').ChildProcess} start
 * @returns {{ ended: Promise<number>, stop: (signal: NodeJS.Signals) => void }} `ended`: the exit code that tells the truth,
 *   0 only where it was asked to stop and did
 */
export function supervise(name, start) {
  /** @type {import('node:child_process').ChildProcess | null} */
  let child = null;
  let stopping = false;
  /** @type {number[]} */
  const deaths = [];
  /** @type {(code: number) => void} */
  let end = () => undefined;
  const ended = new Promise((/** @type {(code: number) => void} */ resolve) => (end = resolve));

  const run = () => {
    child = start();
    child.on('exit', (code, signal) => {
      child = null;
      if (stopping) return end(code === 0 || signal === 'SIGTERM' ? 0 : 1);
      const now = performance.now();
      deaths.push(now);
      const lately = deaths.filter((at) => now - at < MINUTE).length;
      const how = signal ?? `code ${code}`;
      if (lately >= MOST_DEATHS) {
        say(`${name} ended ${lately} times within a minute, now with ${how}. It is not started again.`);
        return end(1);
      }
      const wait = lately === 1 ? 0 : 500 * 2 ** lately;
      say(`${name} ended with ${how}. Starting it again …`);
      setTimeout(() => (stopping ? end(1) : run()), wait);
    });
  };
  run();
  return {
    ended,
    stop(signal) {
      stopping = true;
      if (child) child.kill(signal);
      else end(0);
    }
  };
}
