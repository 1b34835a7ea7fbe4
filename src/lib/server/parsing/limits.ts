/** What one piece of work in a parsing process may cost. */
export interface Limits {
  /** Seconds of processor time. It is counted, not waited for, so that a busy machine refuses nothing. */
  processor: number;
  /** Seconds by the clock on the wall, for what waits without computing. */
  wall: number;
  /** Bytes of memory that the process holds. */
  memory: number;
}

const MIB = 1024 * 1024;

/**
 * Lanes: what is written in a form waits for its answer and is short; what is read out of files may take longer; what makes
 * one file of others longer still. A file that is slow to read therefore never stands in the way of a message.
 */
export const LANES = {
  text: { processor: 1, wall: 20, memory: 220 * MIB },
  files: { processor: 8, wall: 60, memory: 420 * MIB },
  making: { processor: 40, wall: 120, memory: 420 * MIB },
  /** Nobody waits for it: stored bytes are held against their hashes. */
  checking: { processor: 60, wall: 600, memory: 220 * MIB }
} as const satisfies Record<string, Limits>;
export type Lane = keyof typeof LANES;

/** What one person may have waiting in a lane; more is refused, so that nobody fills the memory with waiting. */
export const MOST_WAITING = 200;

/** XML with more elements than this is no text that a person wrote: a long book has two hundred thousand. */
export const MOST_ELEMENTS = 400_000;
/** Elements inside elements, tables in tables included. */
export const DEEPEST = 200;

export type Costly = 'time' | 'memory' | 'elements' | 'depth';

/** Some bytes cost more to read than they may. The same bytes always will: what was found can be kept. */
export class TooCostly extends Error {
  override name = 'TooCostly';
  constructor(readonly why: Costly) {
    super(`Reading this costs too much ${why}.`);
  }
}

/** It could not be done now, through no fault of the bytes: too much waits, or the server is stopping. */
export class NotNow extends Error {
  override name = 'NotNow';
}
