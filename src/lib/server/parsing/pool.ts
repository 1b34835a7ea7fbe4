import { availableParallelism } from 'node:os';
import { MOST_WAITING, NotNow, type Lane } from './limits';
import { LANE_OF, type InputOf, type OutputOf, type TaskName } from './tasks';
import { Turns } from './turns';
import { whoAsks } from './who-asks';
import { Worker } from './worker';

/**
 * Has something that people brought parsed apart from the server: in a process of its own, with limits on time, memory,
 * elements and depth. The one way in which this server reads such bytes.
 *
 * People take turns, so that nobody's files wait behind all of somebody else's.
 *
 * @throws TooCostly where the bytes cost more than they may, now and ever; NotNow where it is the moment's fault; what
 *   the task itself throws, by its message
 */
export function parseApart<T extends TaskName>(task: T, input: InputOf<T>): Promise<OutputOf<T>> {
  const lane = lanes[LANE_OF[task]];
  const who = whoAsks();
  if (lane.turns.of(who) >= MOST_WAITING) return Promise.reject(new NotNow('Too much is waiting to be read.'));
  return new Promise<unknown>((resolve, reject) => {
    lane.turns.add(who, (worker) => worker.perform(task, input).then(resolve, reject));
    proceed(lane);
  }) as Promise<OutputOf<T>>;
}

interface Line {
  workers: Worker[];
  turns: Turns<(worker: Worker) => Promise<void>>;
}

const line = (lane: Lane, places: number): Line => ({
  workers: Array.from({ length: places }, () => new Worker(lane)),
  turns: new Turns()
});

/** One core is left to those who use the pages. */
const lanes: Record<Lane, Line> = {
  text: line('text', 1),
  checking: line('checking', 1),
  making: line('making', 1),
  files: line('files', Math.max(1, Math.min(4, availableParallelism() - 1)))
};

function proceed(lane: Line): void {
  for (const worker of lane.workers) {
    if (!worker.free) continue;
    const work = lane.turns.next();
    if (!work) return;
    void work(worker).finally(() => proceed(lane));
  }
}
