import { DEEPEST, MOST_ELEMENTS, TooCostly } from './limits';

const [LESS, GREATER, SLASH, BANG, QUESTION] = [0x3c, 0x3e, 0x2f, 0x21, 0x3f];

/**
 * Counts elements and their depth in the bytes of XML or HTML as they stream by, before a parser builds anything of them.
 * Counted by `<`, `/` and `>` alone: an estimate that no markup of people comes near, and that takes no memory.
 */
export class XmlBudget {
  private elements = 0;
  private depth = 0;
  private before = 0;

  constructor(
    private most: number = MOST_ELEMENTS,
    private deepest: number = DEEPEST
  ) {}

  /** @throws TooCostly as soon as there is more than there may be */
  take(bytes: Uint8Array): void {
    for (const byte of bytes) {
      if (this.before === LESS) this.open(byte);
      else if (byte === GREATER && this.before === SLASH) this.depth--;
      this.before = byte;
    }
  }

  private open(next: number): void {
    if (next === SLASH) {
      // `</p>`: what follows is no `/>`.
      this.depth = Math.max(0, this.depth - 1);
      return;
    }
    if (next === BANG || next === QUESTION) return;
    if (++this.elements > this.most) throw new TooCostly('elements');
    if (++this.depth > this.deepest) throw new TooCostly('depth');
  }
}
