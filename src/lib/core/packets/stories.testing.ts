import type { Action } from './allowed';
import type { Custody } from './custody';
import { decide } from './decide';
import type { CustodyEvent } from './events';
import { blank } from './fold';
import type { Track } from '../judging/track';
import type { Terms } from './terms';
import type { Moment } from '../time/moment';

/** Ordinary terms to tell stories with; a test names only what its story turns on. */
export function terms(over: Partial<Terms> = {}): Terms {
  return {
    opens: null,
    due: null,
    closes: null,
    allowance: null,
    takeBack: true,
    settles: 'result',
    stages: [],
    late: { kind: 'none' },
    counts: 'latest',
    standsAgain: false,
    followMinutes: 30,
    ...over
  };
}

/** A track that two sides take turns on: the first and the last stage ask for something. */
export const TRACK: Track = [
  { id: 'idea', title: 'Idea agreed', needs: 'A sketch', office: null, asks: true },
  { id: 'drawings', title: 'Drawings', needs: '', office: null, asks: true },
  {
    id: 'fit',
    title: 'Trial fit',
    needs: '',
    office: { id: '6f1f9a52-7c0b-4f0e-9a3e-0d7f5c1b2a30', name: 'Service office' },
    asks: false
  },
  { id: 'launch', title: 'Launch', needs: 'A picture', office: null, asks: true }
];

/** Plays actions one after another, a minute apart; throws at the first that is refused. */
export function play(start: Terms, actions: Action[], from: Moment = 0): { custody: Custody; log: CustodyEvent[] } {
  let custody = blank(start);
  const log: CustodyEvent[] = [];
  for (const [i, action] of actions.entries()) {
    const decision = decide(custody, action, from + i * 60_000, 'someone');
    if (!decision.ok) throw new Error(`${action.do} was refused: ${decision.why}`);
    custody = decision.custody;
    log.push(...decision.events);
  }
  return { custody, log };
}

export const piece = (id = 'p'): Action => ({ do: 'add-piece', piece: id });
export const submit: Action = { do: 'submit' };
export const takeBack = (restores: number | null = null): Action => ({ do: 'take-back', restores });
