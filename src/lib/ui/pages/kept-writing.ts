/** What was written on a page and the server has not yet. */
export interface Writing {
  /** What the page began with. */
  began: string;
  /** What was written, as it merges, in base64. */
  update: string;
}

/**
 * Keeps on this device what is written on a page, with each key, so that neither a closed tab nor a lost line loses a word.
 * Each window has a place of its own; whoever opens the page next takes up what closed windows left.
 */
export class KeptWriting {
  #page: string;
  #own: string;
  /** The page as it read at the last pause, should there be nothing to merge anything into. Too long to be written with each key. */
  #text: string;

  constructor(owner: string, pieceId: string) {
    this.#page = `vendro-page ${owner} ${pieceId} `;
    this.#own = `${this.#page}${crypto.randomUUID()}`;
    this.#text = `vendro-page-text ${owner} ${pieceId}`;
  }

  /** What other windows left, by the place where each keeps it. They may still be open: merging it twice does no harm. */
  left(): Map<string, Writing> {
    const left = new Map<string, Writing>();
    try {
      for (const key of Object.keys(localStorage).filter((one) => one.startsWith(this.#page) && one !== this.#own)) {
        const writing = JSON.parse(localStorage.getItem(key) ?? 'null') as Writing | null;
        if (typeof writing?.update === 'string') left.set(key, writing);
      }
    } catch {
      // It keeps nothing, so nothing is left.
    }
    return left;
  }

  /** Where the browser keeps nothing, the server has it a second later all the same. */
  keep(writing: Writing): void {
    try {
      localStorage.setItem(this.#own, JSON.stringify(writing));
    } catch {
      this.letGo();
    }
  }

  /** How the page read when somebody wrote on it last. */
  get text(): string {
    try {
      return localStorage.getItem(this.#text) ?? '';
    } catch {
      return '';
    }
  }
  set text(text: string) {
    try {
      localStorage.setItem(this.#text, text);
    } catch {
      // Where there is no room for all of it, what is unsent is kept all the same.
    }
  }

  letGo(): void {
    try {
      localStorage.removeItem(this.#own);
      localStorage.removeItem(this.#text);
    } catch {
      // It keeps nothing, so there is nothing to let go of.
    }
  }

  /** Lets go of what other windows left, where they have written nothing more since. */
  letGoOf(left: ReadonlyMap<string, Writing>): void {
    const now = this.left();
    for (const [key, { update }] of left) if (now.get(key)?.update === update) localStorage.removeItem(key);
  }
}
