import { fork, type ChildProcess } from 'node:child_process';
import { setPriority } from 'node:os';
import { config } from '../config';
import { log } from '../log';
import { LANES, NotNow, TooCostly, type Lane, type Limits } from './limits';
import type { Answer } from './protocol';
import type { TaskName } from './tasks';
import { usageOf } from './usage';

/** How often a process at work is looked at, in milliseconds. */
const LOOK = 25;
/** A process that has nothing to do for so long ends, and its memory with it. */
const IDLE = 60_000;
/** After so much work a process is replaced: what libraries keep for themselves does not grow. */
const WORN = 500;
/** What a process may map beyond what it may hold: stacks of its threads, code. A ceiling that the kernel holds itself. */
const BESIDE = 400 * 1024 * 1024;

interface Work {
  id: number;
  resolve: (value: unknown) => void;
  reject: (error: Error) => void;
  begun: { processor: number; wall: number };
}

/** One place in a lane: a process that is started when it is needed, watched while it works, and ended where it costs too much. */
export class Worker {
  private child: ChildProcess | null = null;
  private work: Work | null = null;
  private watch: NodeJS.Timeout | null = null;
  private rest: NodeJS.Timeout | null = null;
  private done = 0;
  private ids = 0;
  private readonly limits: Limits;

  constructor(lane: Lane) {
    const limits: Limits = LANES[lane];
    this.limits = lane === 'files' ? { ...limits, processor: config.readingSeconds ?? limits.processor } : limits;
  }

  get free(): boolean {
    return this.work === null;
  }

  /**
   * Has one task done. Only while `free`.
   *
   * @throws TooCostly where it went over a limit, or its process died over it; NotNow where it could not be begun
   */
  perform(task: TaskName, input: unknown): Promise<unknown> {
    if (this.rest) clearTimeout(this.rest);
    const child = this.ready();
    child.ref();
    child.channel?.ref();
    const id = ++this.ids;
    return new Promise((resolve, reject) => {
      this.work = { id, resolve, reject, begun: { processor: this.processor(), wall: performance.now() } };
      this.watch = setInterval(() => this.look(), LOOK);
      child.send({ id, task, input }, (error) => {
        if (error) this.settle((work) => work.reject(new NotNow('The parsing process could not be reached.')));
      });
    });
  }

  /** Ends the process, whatever it does. */
  end(): void {
    this.child?.kill('SIGKILL');
  }

  private ready(): ChildProcess {
    if (this.child?.connected) return this.child;
    const { memory } = this.limits;
    const child = fork(config.parserProgram, {
      execPath: 'prlimit',
      execArgv: [
        `--data=${memory + BESIDE}`,
        // It goes with the server, also where it is in the middle of something that never ends (prctl(2), PR_SET_PDEATHSIG).
        ...['setpriv', '--pdeathsig', 'KILL'],
        process.execPath,
        `--max-old-space-size=${Math.round(memory / 1024 / 1024 / 1.4)}`
      ],
      // Nothing of the server's own settings: no address of the database, no key.
      env: { PATH: process.env.PATH, LANG: 'C.UTF-8', NODE_ENV: 'production' },
      serialization: 'advanced',
      stdio: ['ignore', 'ignore', 'ignore', 'ipc']
    });
    child.on('message', (answer: Answer) => this.noteHeard(child, answer));
    child.on('error', (error) => {
      log.error({ err: error }, 'a parsing process could not be started');
      this.lost(child);
    });
    child.on('exit', () => this.lost(child));
    stepBack(child);
    this.child = child;
    this.done = 0;
    return child;
  }

  private noteHeard(child: ChildProcess, answer: Answer): void {
    if (child !== this.child || answer.id !== this.work?.id) return;
    if (++this.done >= WORN) this.retire();
    this.settle((work) => {
      if (answer.ok) work.resolve(answer.value);
      else work.reject(answer.costly === null ? new Error(answer.message) : new TooCostly(answer.costly));
    });
  }

  /** Holds what the process has used against what it may. */
  private look(): void {
    if (!this.work || this.child?.pid === undefined) return;
    const usage = usageOf(this.child.pid) ?? { memory: 0, processor: 0 };
    const { begun } = this.work;
    if (usage.memory > this.limits.memory) this.stop(new TooCostly('memory'));
    else if (usage.processor - begun.processor > this.limits.processor) this.stop(new TooCostly('time'));
    else if (performance.now() - begun.wall > this.limits.wall * 1000)
      this.stop(new NotNow('Nothing came of it in time.'));
  }

  private stop(why: Error): void {
    this.retire('SIGKILL');
    this.settle((work) => work.reject(why));
  }

  /** The process is gone by itself: the kernel or its own limit of memory ended it, or what it read broke it. */
  private lost(child: ChildProcess): void {
    if (child !== this.child) return;
    this.child = null;
    this.settle((work) => work.reject(new TooCostly('memory')));
  }

  private retire(signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): void {
    this.child?.kill(signal);
    this.child = null;
  }

  private settle(tell: (work: Work) => void): void {
    const { work } = this;
    if (!work) return;
    if (this.watch) clearInterval(this.watch);
    this.work = null;
    this.child?.unref();
    this.child?.channel?.unref();
    this.rest = setTimeout(() => this.retire(), IDLE).unref();
    tell(work);
  }

  private processor(): number {
    return this.child?.pid === undefined ? 0 : (usageOf(this.child.pid)?.processor ?? 0);
  }
}

/** People come first: a parsing process has what processor time they leave. One that has died at once needs none. */
function stepBack({ pid }: ChildProcess): void {
  try {
    if (pid !== undefined) setPriority(pid, 10);
  } catch {
    // It is gone already; its end is heard of by itself.
  }
}
