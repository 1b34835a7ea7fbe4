import { addressOf, type Place } from './address';
import { FUNCTIONS } from './functions';
import { parseFormula, type Expression } from './parse';

/** What a cell comes to: nothing is null. */
export type Value = number | string | boolean | null | Trouble;

/** Why a cell comes to nothing, by the codes that spreadsheets share. */
export class Trouble {
  constructor(readonly code: string) {}
}
const UNREAD = new Trouble('#NAME?');
const WRONG = new Trouble('#VALUE!');
const NOUGHT = new Trouble('#DIV/0!');
const ROUND = new Trouble('#CYCLE!');
const TOO_MUCH = new Trouble('#TOO MUCH!');

/** Cells that one evaluation reads at most, how deep one hangs on another, and letters of a text. */
const MOST_READ = 300_000;
const DEEPEST = 800;
const LONGEST = 5000;

/**
 * What every cell of a sheet comes to. Whoever reads themselves, and whatever would take without end, comes to a trouble.
 *
 * @param cells what is written in each, by its address: a formula begins with an equals sign
 * @returns by address; cells that are empty are left out
 */
export function evaluate(cells: ReadonlyMap<string, string>): Map<string, Value> {
  const values = new Map<string, Value>();
  const under = new Set<string>();
  let left = MOST_READ;
  const cell = (address: string): Value => {
    const known = values.get(address);
    if (known !== undefined) return known;
    const raw = cells.get(address);
    if (raw === undefined || raw === '') return null;
    if (!raw.startsWith('=')) return keep(address, written(raw));
    if (under.has(address)) return ROUND;
    if (under.size > DEEPEST) return TOO_MUCH;
    under.add(address);
    const value = formula(raw.slice(1));
    under.delete(address);
    return keep(address, value);
  };
  const keep = (address: string, value: Value): Value => {
    const held = typeof value === 'string' && value.length > LONGEST ? TOO_MUCH : value;
    values.set(address, held);
    return held;
  };
  const read = (at: Place): Value => (--left < 0 ? TOO_MUCH : cell(addressOf(at)));
  const formula = (text: string): Value => {
    try {
      const value = of(parseFormula(text));
      return Array.isArray(value) ? WRONG : value;
    } catch {
      return UNREAD;
    }
  };
  const of = (expression: Expression): Value | Value[][] => {
    switch (expression.is) {
      case 'value':
        return expression.value;
      case 'cell':
        return read(expression.at);
      case 'range':
        return rangeOf(expression, read, () => left > 0);
      case 'one':
        return withOne(expression.sign, single(of(expression.of)));
      case 'both':
        return withBoth(expression.sign, single(of(expression.left)), single(of(expression.right)));
      case 'call':
        return called(expression.name, expression.given, of);
    }
  };
  for (const address of cells.keys()) cell(address);
  return values;
}

/** What is typed: a number, yes or no, or text. */
export function written(raw: string): Value {
  const text = raw.trim();
  if (/^[-+]?(\d+([.,]\d+)?|[.,]\d+)([eE][-+]?\d{1,3})?%?$/.test(text)) {
    const n = Number(text.replace(',', '.').replace('%', ''));
    return text.endsWith('%') ? n / 100 : n;
  }
  if (/^(true|false)$/i.test(text)) return text.toLowerCase() === 'true';
  return raw;
}

function rangeOf(
  { from, to }: Extract<Expression, { is: 'range' }>,
  read: (at: Place) => Value,
  goesOn: () => boolean
): Value[][] | Trouble {
  const rows: Value[][] = [];
  for (let row = from.row; row <= to.row; row++) {
    const one: Value[] = [];
    for (let column = from.column; column <= to.column; column++) one.push(read({ row, column }));
    rows.push(one);
    if (!goesOn()) return TOO_MUCH;
  }
  return rows;
}

const single = (value: Value | Value[][]): Value =>
  Array.isArray(value) ? (value.length === 1 ? (value[0]?.[0] ?? null) : WRONG) : value;

function numberOf(value: Value): number | Trouble {
  if (value instanceof Trouble) return value;
  if (value === null) return 0;
  if (typeof value === 'boolean') return value ? 1 : 0;
  if (typeof value === 'number') return value;
  const n = written(value);
  return typeof n === 'number' ? n : WRONG;
}

function withOne(sign: '-' | '%', value: Value): Value {
  const n = numberOf(value);
  return n instanceof Trouble ? n : sign === '-' ? -n : n / 100;
}

function withBoth(sign: string, left: Value, right: Value): Value {
  if (left instanceof Trouble) return left;
  if (right instanceof Trouble) return right;
  if (sign === '&') return textOf(left) + textOf(right);
  if (sign in COMPARED) return COMPARED[sign]?.(order(left, right)) ?? WRONG;
  const [a, b] = [numberOf(left), numberOf(right)];
  if (a instanceof Trouble) return a;
  if (b instanceof Trouble) return b;
  if (sign === '/' && b === 0) return NOUGHT;
  const n = COUNTED[sign]?.(a, b) ?? NaN;
  return Number.isFinite(n) ? n : new Trouble('#NUM!');
}

const COUNTED: Record<string, (a: number, b: number) => number> = {
  '+': (a, b) => a + b,
  '-': (a, b) => a - b,
  '*': (a, b) => a * b,
  '/': (a, b) => a / b,
  '^': (a, b) => a ** b
};
const COMPARED: Record<string, (order: number) => boolean> = {
  '=': (order) => order === 0,
  '<>': (order) => order !== 0,
  '<': (order) => order < 0,
  '>': (order) => order > 0,
  '<=': (order) => order <= 0,
  '>=': (order) => order >= 0
};

/** Numbers stand before texts, and texts before yes and no; letters count alike, large or small. */
function order(left: Value, right: Value): number {
  const kind = (value: Value) => (typeof value === 'boolean' ? 2 : typeof value === 'string' ? 1 : 0);
  if (kind(left) !== kind(right)) return kind(left) - kind(right);
  const [a, b] = [left, right].map((value) => (typeof value === 'string' ? value.toLowerCase() : Number(value ?? 0)));
  return a === b ? 0 : (a ?? 0) < (b ?? 0) ? -1 : 1;
}

const textOf = (value: Value): string => (value === null ? '' : value instanceof Trouble ? value.code : String(value));
const isTrue = (value: Value): boolean | Trouble => {
  const n = numberOf(value);
  return n instanceof Trouble ? n : n !== 0;
};

function called(name: string, given: readonly Expression[], of: (one: Expression) => Value | Value[][]): Value {
  const own = OWN[name];
  if (own) return own(given, (one) => single(of(one)));
  const call = Object.hasOwn(FUNCTIONS, name) ? FUNCTIONS[name] : undefined;
  if (!call) return UNREAD;
  const values = given.map(of);
  const trouble = values.flat(2).find((value) => value instanceof Trouble);
  if (trouble instanceof Trouble) return trouble;
  return taken(call(...values));
}

/** What a function of the package says, as one of our values. */
function taken(value: unknown): Value {
  if (value instanceof Error) return new Trouble(/^#[A-Z/0!?]+$/.test(value.message) ? value.message : '#VALUE!');
  if (typeof value === 'number') return Number.isFinite(value) ? value : new Trouble('#NUM!');
  if (typeof value === 'string' || typeof value === 'boolean') return value;
  return value === null || value === undefined ? null : WRONG;
}

type Single = (one: Expression) => Value;
/** Those that do not ask for all that they are given. */
const OWN: Record<string, (given: readonly Expression[], of: Single) => Value> = {
  IF: ([asked, then, otherwise], of) => {
    const yes = asked ? isTrue(of(asked)) : WRONG;
    if (yes instanceof Trouble) return yes;
    const chosen = yes ? then : otherwise;
    return chosen ? of(chosen) : yes;
  },
  IFERROR: ([tried, otherwise], of) => {
    const value = tried ? of(tried) : null;
    return value instanceof Trouble && otherwise ? of(otherwise) : value;
  },
  AND: (given, of) => all(given, of, true),
  OR: (given, of) => all(given, of, false)
};

function all(given: readonly Expression[], of: Single, wanted: boolean): Value {
  for (const one of given) {
    const yes = isTrue(of(one));
    if (yes instanceof Trouble) return yes;
    if (yes !== wanted) return !wanted;
  }
  return wanted;
}
