import type { Answer, Answers, Question, Spot } from './question';
import { spotIn } from './spot';

/** What a machine counted of answers. Points are exact decimals, as text. */
export interface Counted {
  points: string;
  of: string;
  questions: CountedQuestion[];
}
export interface CountedQuestion {
  id: string;
  /** Null where nobody but a person can say. */
  points: string | null;
  of: string;
  /** How it came about, where it is neither all nor nothing. */
  how: string | null;
}

/** Parts of a point that are told apart. */
const SCALE = 1_000_000n;

/**
 * Counts answers against their keys. What is partly right brings a part, rounded to hundredths of a point, halves upwards:
 * of several options a right one counts, a wrong one takes one away; of pairs and of an order each that is right counts.
 */
export function count(questions: readonly Question[], answers: Answers): Counted {
  const counted = questions.map((question): CountedQuestion => {
    const part = partOf(question, answers[question.id]);
    if (part === null) return { id: question.id, points: null, of: question.points, how: null };
    const points = hundredths((exact(question.points) * BigInt(part.right)) / BigInt(part.all));
    const whole = part.right === 0 || part.right === part.all;
    return {
      id: question.id,
      points: text(points),
      of: question.points,
      how: whole ? null : `${part.right} of ${part.all} right`
    };
  });
  const sum = (numbers: readonly string[]) => text(numbers.reduce((all, one) => all + exact(one), 0n));
  const known = counted.filter(({ points }) => points !== null);
  return {
    points: sum(known.map(({ points }) => points ?? '0')),
    of: sum(known.map(({ of }) => of)),
    questions: counted
  };
}

interface Part {
  right: number;
  all: number;
}
type Counting = {
  [K in Question['kind']]: (question: Extract<Question, { kind: K }>, answer: Answer | undefined) => Part | null;
};

const is = (right: boolean): Part => ({ right: right ? 1 : 0, all: 1 });

const COUNTING: Counting = {
  choice({ key, several }, answer) {
    if (key.length === 0) return null;
    const chosen = Array.isArray(answer) ? [...new Set(answer)] : [];
    if (!several) return is(chosen.length === 1 && key.includes(chosen[0] ?? ''));
    const right = chosen.filter((id) => key.includes(id)).length;
    return { right: Math.max(0, right - (chosen.length - right)), all: key.length };
  },
  text({ key }, answer) {
    if (key.length === 0) return null;
    return is(typeof answer === 'string' && key.some((one) => plain(one) === plain(answer)));
  },
  number({ key, tolerance }, answer) {
    if (key === null) return null;
    const said = typeof answer === 'string' ? numberIn(answer) : null;
    if (said === null) return is(false);
    const off = said - exact(key);
    return is((off < 0n ? -off : off) <= exact(tolerance));
  },
  match({ key }, answer) {
    const pairs = Object.entries(key);
    if (pairs.length === 0) return null;
    const said = typeof answer === 'object' && !Array.isArray(answer) ? answer : {};
    return { right: pairs.filter(([left, right]) => said[left] === right).length, all: pairs.length };
  },
  order({ counted, items }, answer) {
    if (!counted) return null;
    const said = Array.isArray(answer) ? answer : [];
    return { right: items.filter(({ id }, i) => said[i] === id).length, all: items.length };
  },
  spot({ key }, answer) {
    if (key.length === 0) return null;
    const at = spotIn(answer);
    return is(at !== null && key.some((one) => isWithin(at, one)));
  }
};

/** Whether a place lies in an ellipse. One without a half has no inside but its own line or point. */
function isWithin(at: Spot, { x, y, across, down }: Spot & { across: number; down: number }): boolean {
  const [dx, dy] = [at.x - x, at.y - y];
  if (across === 0 || down === 0) return Math.abs(dx) <= across && Math.abs(dy) <= down;
  return (dx * down) ** 2 + (dy * across) ** 2 <= (across * down) ** 2;
}

/** How much of an answer is right; null where there is no key. */
function partOf(question: Question, answer: Answer | undefined): Part | null {
  // Each entry takes exactly the question of its own kind; TypeScript cannot follow that through the lookup.
  const counting = COUNTING[question.kind] as (question: Question, answer: Answer | undefined) => Part | null;
  return counting(question, answer);
}

const plain = (words: string) => words.normalize('NFC').toLocaleLowerCase('en').replace(/\s+/g, ' ').trim();

/**
 * A number as somebody typed it, in millionths: a comma or a point before its parts, spaces between its thousands, whatever unit
 * behind it. Null where it is none, or finer than a millionth.
 */
export function numberIn(typed: string): bigint | null {
  const [, sign = '', whole = '', parts = ''] =
    /^\s*([-−+]?)\s*(\d[\d \u00a0\u2009\u202f]*)(?:[.,](\d{1,6}))?\s*(?:(?!e[+-]?\d)[^\d.,\s][^]*)?$/iu.exec(typed) ??
    [];
  const digits = whole.replace(/[^\d]/g, '');
  if (digits === '' || digits.length > 12) return null;
  const value = BigInt(digits) * SCALE + BigInt(parts.padEnd(6, '0') || '0');
  return sign === '-' || sign === '−' ? -value : value;
}

/** A decimal in millionths. @throws SyntaxError where it is none */
function exact(decimal: string): bigint {
  const [whole = '0', parts = ''] = decimal.replace('-', '').split('.');
  const value = BigInt(whole) * SCALE + BigInt(parts.padEnd(6, '0') || '0');
  return decimal.startsWith('-') ? -value : value;
}

/** So many equal parts of some points, to a millionth. */
export const share = (points: string, parts: number): string =>
  parts <= 0 ? points : text(exact(points) / BigInt(parts));

function hundredths(value: bigint): bigint {
  const step = SCALE / 100n;
  const rest = ((value % step) + step) % step;
  return rest * 2n >= step ? value - rest + step : value - rest;
}

function text(value: bigint): string {
  const positive = value < 0n ? -value : value;
  const parts = (positive % SCALE).toString().padStart(6, '0').replace(/0+$/, '');
  return `${value < 0n ? '-' : ''}${positive / SCALE}${parts === '' ? '' : `.${parts}`}`;
}
