import { cut } from '../cut';
import { span } from '../time/words';
import type { Stretch } from './stretches';

/** What is said in a stretch of a recording, in plain words. */
export interface Caption extends Stretch {
  text: string;
}

/** Characters of a file of captions; an hour of speech has about sixty thousand. */
export const LONGEST_CAPTIONS = 200_000;
const LONGEST_LINE = 1000;
/** Characters that are read in a second; a line stands as long as that takes, within bounds, in seconds. */
const READ = 15;
const SHORTEST = 1.5;
const LONGEST = 7;

/**
 * Reads captions from WebVTT (W3C) or SubRip: what is said, in its order, without what says how it looks.
 *
 * @returns null where the text is neither, or nothing is said in it
 */
export async function readCaptions(text: string): Promise<Caption[] | null> {
  const clean = text.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n');
  const type = /^WEBVTT(\s|$)/.test(clean) ? 'vtt' : 'srt';
  // Only who brings captions needs what reads them.
  const { parseText } = await import('media-captions');
  const { cues } = await parseText(clean, { type, strict: false, errors: false });
  const captions = cues
    .map(({ startTime, endTime, text: said }) => ({ from: startTime, to: endTime, text: plain(said) }))
    .filter(({ from, to, text: said }) => said !== '' && from >= 0 && to > from && Number.isFinite(to))
    .sort((a, b) => a.from - b.from);
  return captions.length > 0 ? captions : null;
}

/** Captions as WebVTT; what reads them back gets the same, to the thousandth of a second. */
export function writeCaptions(captions: readonly Caption[]): string {
  const cues = captions.map(({ from, to, text }) => `${stamp(from)} --> ${stamp(to)}\n${escaped(text)}\n`);
  return ['WEBVTT\n', ...cues].join('\n');
}

/** All that is said, to be found by. */
export const transcript = (captions: readonly Caption[]): string => captions.map(({ text }) => text).join('\n');

/**
 * Captions with one more line, which stands until it is read, or the next one comes.
 *
 * @param seconds how long the recording is
 */
export function withLine(captions: readonly Caption[], from: number, text: string, seconds: number): Caption[] {
  const next = captions.find((one) => one.from > from)?.from ?? seconds;
  const to = Math.max(Math.min(from + reading(text), next), from + 0.1);
  return [...captions, { from, to, text }].sort((a, b) => a.from - b.from);
}

/**
 * Lines of a text, laid over the stretches in which somebody speaks: each as long as its share of the words.
 *
 * @param spoken stretches of the recording, in their order
 */
export function laidOver(text: string, spoken: readonly Stretch[]): Caption[] {
  const lines = linesOf(text);
  const letters = lines.reduce((sum, line) => sum + line.length, 0);
  const seconds = spoken.reduce((sum, { from, to }) => sum + to - from, 0);
  let passed = 0;
  return lines.map((line) => {
    const from = momentAfter(spoken, (passed / letters) * seconds, 'begins');
    passed += line.length;
    const to = momentAfter(spoken, (passed / letters) * seconds, 'ends');
    return { from, to: Math.max(to, from + 0.1), text: line };
  });
}

/** Stretches without those in which nothing is heard. @param seconds how long the recording is */
export function spokenIn(silent: readonly Stretch[], seconds: number): Stretch[] {
  const edges = [0, ...silent.flatMap(({ from, to }) => [from, to]), seconds];
  const spoken = Array.from({ length: edges.length / 2 }, (_, i) => ({
    from: edges[2 * i] ?? 0,
    to: Math.min(edges[2 * i + 1] ?? seconds, seconds)
  }));
  const heard = spoken.filter(({ from, to }) => to - from > 0.1);
  return heard.length > 0 ? heard : [{ from: 0, to: seconds }];
}

/** What a line is said from, in words: "12 s", "1 min 5 s". */
export const momentWords = (at: number): string => span(Math.round(at) * 1000);

const reading = (text: string) => Math.min(Math.max(text.length / READ, SHORTEST), LONGEST);

/** Lines as they were written; one that is too long to be read at once is broken between words, into parts alike. */
function linesOf(text: string): string[] {
  return text.split('\n').flatMap((line) => {
    const words = line.split(/\s+/).filter((word) => word !== '');
    const each = line.trim().length / Math.ceil(line.trim().length / WIDE);
    const parts: string[] = [];
    for (const word of words) {
      const last = parts.at(-1);
      if (last !== undefined && last.length + word.length / 2 < each) parts.splice(-1, 1, `${last} ${word}`);
      else parts.push(word);
    }
    return parts;
  });
}
/** Characters that are read at once. */
const WIDE = 90;

/** @param what at the edge of two stretches, a line that ends there is before the silence, one that begins behind it */
function momentAfter(spoken: readonly Stretch[], seconds: number, what: 'begins' | 'ends'): number {
  let left = seconds;
  for (const { from, to } of spoken) {
    const within = to - from;
    if (what === 'ends' ? left <= within + 1e-9 : left < within - 1e-9) return from + Math.min(left, within);
    left -= within;
  }
  return spoken.at(-1)?.to ?? 0;
}

/** A cue's words without its tags, with its escapes undone (WebVTT, 6.4). */
function plain(cue: string): string {
  const words = cue
    .replace(/<[^>]*>/g, '')
    .replace(/&(amp|lt|gt|nbsp|lrm|rlm);/g, (_, name: string) => ESCAPES[name] ?? '')
    .replace(/\p{Cc}+/gu, '\n')
    .replace(/-->/g, '→')
    .replace(/\n\s*\n/g, '\n')
    .trim();
  return cut(words, LONGEST_LINE);
}
const ESCAPES: Record<string, string> = { amp: '&', lt: '<', gt: '>', nbsp: ' ', lrm: '', rlm: '' };
const escaped = (text: string) =>
  text
    .replace(/\n\s*\n/g, '\n')
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;');

/** A moment as WebVTT writes it: hours, minutes, seconds, thousandths. */
function stamp(seconds: number): string {
  const whole = Math.round(seconds * 1000);
  const two = (n: number) => String(Math.floor(n)).padStart(2, '0');
  const [ms, s, min] = [whole % 1000, (whole / 1000) % 60, (whole / 60_000) % 60];
  return `${two(whole / 3_600_000)}:${two(min)}:${two(s)}.${String(ms).padStart(3, '0')}`;
}
