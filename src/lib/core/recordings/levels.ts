import type { Stretch } from './stretches';

/** How often a level is measured, in seconds. */
export const EVERY = 0.1;
/** Values that are kept of a recording, at most: its waveform is drawn of them. */
export const MOST_LEVELS = 1200;

/** What is wrong with how a recording sounds or looks, or may be. */
export const RECORDING_TROUBLES = ['silent', 'quiet', 'clipped', 'cut-in', 'black', 'frozen'] as const;
export type RecordingTrouble = (typeof RECORDING_TROUBLES)[number];

export const RECORDING_TROUBLE_WORDS: Record<RecordingTrouble, string> = {
  silent: 'Nothing can be heard in it. Was the microphone on?',
  quiet: 'It is very quiet. Come nearer to the microphone.',
  clipped: 'It is too loud for the microphone and crackles. Go a little farther away.',
  'cut-in': 'It begins in the middle of a word. Wait a moment after you press record.',
  black: 'Its picture is black most of the time. Was the camera covered?',
  frozen: 'Its picture does not move.'
};

/** How a recording sounds: the loudest sample of each tenth of a second, 0 to 1, and the share of samples at the very edge. */
export interface Sound {
  levels: readonly number[];
  clipped: number;
}

/** Softer than this is silence: forty decibels below the loudest that can be recorded. */
const SILENT = 0.01;
const QUIET = 0.06;
const CLIPPED = 0.0005;
/** Quiet for so long is a pause that whoever listens may skip, in seconds. */
const PAUSE = 2;

/** What to look at again in how it sounds. */
export function soundTroubles({ levels, clipped }: Sound): RecordingTrouble[] {
  const sorted = [...levels].sort((a, b) => a - b);
  const loud = sorted[Math.floor(sorted.length * 0.9)] ?? 0;
  if ((sorted.at(-1) ?? 0) < SILENT) return ['silent'];
  const found: RecordingTrouble[] = [];
  if (loud < QUIET) found.push('quiet');
  if (clipped > CLIPPED) found.push('clipped');
  // Somebody who speaks from the first tenth of a second on was speaking before.
  if (levels.length > 20 && (levels[0] ?? 0) > Math.max(QUIET, loud * 0.5)) found.push('cut-in');
  return found;
}

/** What a camera showed each second: how bright, 0 to 255, and how much that differs from the second before. */
export interface Glimpse {
  light: number;
  change: number;
}

/** What to look at again in how it looks. @param moves whether it is expected to move: a screen may stand still */
export function filmTroubles(glimpses: readonly Glimpse[], moves: boolean): RecordingTrouble[] {
  if (glimpses.length < 3) return [];
  const share = (is: (glimpse: Glimpse) => boolean) => glimpses.filter(is).length / glimpses.length;
  if (share(({ light }) => light < 10) > 0.6) return ['black'];
  return moves && glimpses.length >= 5 && share(({ change }) => change < 0.4) > 0.9 ? ['frozen'] : [];
}

/** Stretches in which nothing is heard for longer than a breath. */
export function silences(levels: readonly number[], every = EVERY): Stretch[] {
  const found: Stretch[] = [];
  let begun = -1;
  for (let i = 0; i <= levels.length; i++) {
    const silent = i < levels.length && (levels[i] ?? 0) < SILENT * 2;
    if (silent && begun < 0) begun = i;
    if (silent || begun < 0) continue;
    if ((i - begun) * every >= PAUSE) found.push({ from: begun * every, to: i * every });
    begun = -1;
  }
  return found;
}

/** Levels in so few values as a waveform needs, 0 to 255: of what falls together, the loudest. */
export function drawnLevels(levels: readonly number[], most = MOST_LEVELS): number[] {
  const each = Math.max(1, Math.ceil(levels.length / most));
  return Array.from({ length: Math.ceil(levels.length / each) }, (_, i) =>
    // Sound that is too loud goes beyond what can be written.
    Math.round(Math.min(1, Math.max(0, ...levels.slice(i * each, (i + 1) * each))) * 255)
  );
}

/** How a sound is drawn: its levels, and how many seconds each of them stands for. Of nothing heard, none. */
export function waveformOf(sound: Sound | null): { levels: number[]; every: number } {
  const levels = drawnLevels(sound?.levels ?? []);
  return { levels, every: levels.length > 0 ? ((sound?.levels.length ?? 0) * EVERY) / levels.length : 1 };
}
