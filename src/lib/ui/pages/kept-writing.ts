/** What was written on a page and the server has not yet. `known`: the version that its writer had before them. */
export interface Writing {
  text: string;
  known: number;
}

/** Keeps on this device what is written on a page, with each key, so that neither a closed tab nor a lost line loses a word. */
export class KeptWriting {
  #key: string;

  constructor(owner: string, pieceId: string) {
    this.#key = `vendro-page ${owner} ${pieceId}`;
  }

  read(): Writing | null {
    try {
      return JSON.parse(localStorage.getItem(this.#key) ?? 'null') as Writing | null;
    } catch {
      return null;
    }
  }

  /** Where the browser keeps nothing, the server has it a second later all the same. */
  keep(writing: Writing): void {
    try {
      localStorage.setItem(this.#key, JSON.stringify(writing));
    } catch {
      this.letGo();
    }
  }

  letGo(): void {
    try {
      localStorage.removeItem(this.#key);
    } catch {
      // It keeps nothing, so there is nothing to let go of.
    }
  }
}
