import { MINUTE, type Moment } from '../time/moment';

/** For this long what was said can be put right or taken back by whoever said it. */
export const CHANGEABLE = 10 * MINUTE;

/** What the rules need to know of something that was said. */
export interface Said {
  mine: boolean;
  at: Moment;
  /** Somebody else has read it. */
  heard: boolean;
}

export const SAID_REFUSALS = [
  'not-yours',
  'too-late',
  'read-already',
  'not-on-a-floor',
  'nothing-said',
  'not-understood',
  'too-tangled',
  'too-busy',
  'floor-closed',
  'taken-down',
  'shown-for-it'
] as const;
export type SaidRefusal = (typeof SAID_REFUSALS)[number];
type Verdict = { ok: true } | { ok: false; why: SaidRefusal };

/** Whether it can be put right: by whoever said it, for ten minutes. Readers see that it was. */
export function mayEdit({ mine, at }: Said, now: Moment): Verdict {
  if (!mine) return { ok: false, why: 'not-yours' };
  return now - at <= CHANGEABLE ? { ok: true } : { ok: false, why: 'too-late' };
}

/** Whether it can be taken back as if it had never been said: as long as nobody else has read it. */
export function mayUnsay(said: Said, now: Moment): Verdict {
  const may = mayEdit(said, now);
  return may.ok && said.heard ? { ok: false, why: 'read-already' } : may;
}

/** Whether what was said to everyone can become a word to the teachers alone: as long as nobody has read it. */
export function mayMoveAside(said: Omit<Said, 'at'> & { onFloor: boolean; studies: boolean }): Verdict {
  if (!said.mine) return { ok: false, why: 'not-yours' };
  if (!said.onFloor || !said.studies) return { ok: false, why: 'not-on-a-floor' };
  return said.heard ? { ok: false, why: 'read-already' } : { ok: true };
}

/** Why something that was said cannot be changed. */
export function saidRefusalWords(why: SaidRefusal): string {
  return WORDS[why];
}

const WORDS: Record<SaidRefusal, string> = {
  'not-yours': 'Only who said it can change it.',
  'too-late': 'Ten minutes have passed. It stays as it is; say what is different below it.',
  'read-already': 'Somebody has read it already, so it cannot be taken back. It can be put right for ten minutes.',
  'not-on-a-floor': 'Only what a student said to everyone can be moved aside.',
  'nothing-said': 'Write something first, or attach a file.',
  'not-understood': 'The form could not be read, so nothing was said. Load the page again.',
  'too-tangled': 'Lists and quotations in it are nested deeper than can be shown. Make it flatter, and say it again.',
  'too-busy': 'Too much is being read at the moment, so it was not said. Say it again in a minute.',
  'floor-closed': 'Your teacher has closed this floor, so it was not said. You can still ask aside.',
  'taken-down': 'That was taken down, so nothing more is done to it.',
  'shown-for-it': 'What others said was shown to you for it, so it stays. It can be put right for ten minutes.'
};
