import { placeAt, type Place } from './address';

/** A formula, taken apart. */
export type Expression =
  | { is: 'value'; value: number | string | boolean }
  | { is: 'cell'; at: Place }
  | { is: 'range'; from: Place; to: Place }
  | { is: 'call'; name: string; given: Expression[] }
  | { is: 'both'; sign: string; left: Expression; right: Expression }
  | { is: 'one'; sign: '-' | '%'; of: Expression };

/** A formula that cannot be read. */
export class Unreadable extends Error {}

/** How deep a formula goes. */
const DEEPEST = 60;
const TOKEN =
  /\s*(?:(\d+(?:\.\d*)?(?:[eE][+-]?\d+)?|\.\d+)|"((?:[^"]|"")*)"|(\$?[A-Za-z]{1,2}\$?[1-9]\d{0,3})(?![\w(])|([A-Za-z][\w.]*)|(<=|>=|<>|[-+*/^&=<>%(),;:]))/y;

type Token = { kind: 'number' | 'text' | 'cell' | 'name' | 'sign'; said: string };

/** How strongly each sign binds; the higher, the closer. */
const BINDS: Record<string, number> = {
  ...{ '=': 1, '<>': 1, '<': 1, '>': 1, '<=': 1, '>=': 1 },
  ...{ '&': 2, '+': 3, '-': 3, '*': 4, '/': 4, '^': 6 }
};
const UNARY = 5;

/**
 * Reads a formula without its equals sign: numbers, texts in double quotes, TRUE and FALSE, cells, ranges, calls with commas or
 * semicolons between what is given, and the usual signs. A power binds closer than a sign before a number.
 *
 * @throws Unreadable
 */
export function parseFormula(text: string): Expression {
  const reader = new Reader(tokensOf(text));
  const whole = reader.expression(0, 0);
  reader.end();
  return whole;
}

function tokensOf(text: string): Token[] {
  const tokens: Token[] = [];
  TOKEN.lastIndex = 0;
  while (TOKEN.lastIndex < text.trimEnd().length) {
    const [, number, said, cell, name, sign] = TOKEN.exec(text) ?? [];
    if (number !== undefined) tokens.push({ kind: 'number', said: number });
    else if (said !== undefined) tokens.push({ kind: 'text', said: said.replaceAll('""', '"') });
    else if (cell !== undefined) tokens.push({ kind: 'cell', said: cell });
    else if (name !== undefined) tokens.push({ kind: 'name', said: name });
    else if (sign !== undefined) tokens.push({ kind: 'sign', said: sign });
    else throw new Unreadable();
  }
  return tokens;
}

class Reader {
  private at = 0;
  constructor(private tokens: readonly Token[]) {}

  end(): void {
    if (this.at < this.tokens.length) throw new Unreadable();
  }

  expression(least: number, depth: number): Expression {
    if (depth > DEEPEST) throw new Unreadable();
    let left = this.operand(depth);
    for (;;) {
      while (this.takes('%')) left = { is: 'one', sign: '%', of: left };
      const next = this.tokens[this.at];
      const binds = next?.kind === 'sign' ? (BINDS[next.said] ?? -1) : -1;
      if (!next || binds < least || binds === -1) return left;
      this.at++;
      left = { is: 'both', sign: next.said, left, right: this.expression(binds + 1, depth + 1) };
    }
  }

  private operand(depth: number): Expression {
    const token = this.tokens[this.at++];
    if (!token) throw new Unreadable();
    if (token.kind === 'number') return { is: 'value', value: Number(token.said) };
    if (token.kind === 'text') return { is: 'value', value: token.said };
    if (token.kind === 'cell') return this.cellOrRange(token.said);
    if (token.kind === 'name') return this.named(token.said.toUpperCase(), depth);
    if (token.said === '-') return { is: 'one', sign: '-', of: this.expression(UNARY, depth + 1) };
    if (token.said === '+') return this.expression(UNARY, depth + 1);
    if (token.said !== '(') throw new Unreadable();
    const inside = this.expression(0, depth + 1);
    this.must(')');
    return inside;
  }

  private cellOrRange(said: string): Expression {
    const from = placeAt(said);
    if (!from) throw new Unreadable();
    if (!this.takes(':')) return { is: 'cell', at: from };
    const other = this.tokens[this.at++];
    const to = other?.kind === 'cell' ? placeAt(other.said) : null;
    if (!to) throw new Unreadable();
    return {
      is: 'range',
      from: { row: Math.min(from.row, to.row), column: Math.min(from.column, to.column) },
      to: { row: Math.max(from.row, to.row), column: Math.max(from.column, to.column) }
    };
  }

  private named(name: string, depth: number): Expression {
    if (!this.takes('(')) {
      if (name === 'TRUE' || name === 'FALSE') return { is: 'value', value: name === 'TRUE' };
      throw new Unreadable();
    }
    const given: Expression[] = [];
    if (this.takes(')')) return { is: 'call', name, given };
    do given.push(this.expression(0, depth + 1));
    while (this.takes(',') || this.takes(';'));
    this.must(')');
    return { is: 'call', name, given };
  }

  private takes(sign: string): boolean {
    const token = this.tokens[this.at];
    if (token?.kind !== 'sign' || token.said !== sign) return false;
    this.at++;
    return true;
  }
  private must(sign: string): void {
    if (!this.takes(sign)) throw new Unreadable();
  }
}
