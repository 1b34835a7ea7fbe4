import { applyUpdate, Doc, mergeUpdates } from 'yjs';
import { LARGEST_UPDATE } from '$core/pages/bounds';
import type { Saving } from '$ui/forms/saving';
import { fromBase64, toBase64 } from './base64';
import type { KeptWriting, Writing } from './kept-writing';
import type { News, PageLine } from './page-line';

/** Milliseconds without a key before what was written is kept; and before it is tried again where it could not be. */
const PAUSE = 900;
const AGAIN = 4000;
/** Whoever writes on and on without a pause has it kept after so many all the same. */
const LONGEST = 3000;
/** The same while others have the page open: they see it as it is written. */
const TOGETHER = 120;

/** What came from the server, or from other windows by way of this device, so that it is not sent as written here. */
const FROM_THERE = 'there';

/**
 * A page as it is written: kept on this device at once, at the server soon after, and merged with what is written elsewhere
 * meanwhile.
 */
export class WrittenPage {
  saving = $state.raw<Saving>({ state: 'opening' });
  readonly doc = new Doc();
  /** Called before what others wrote is shown: where its writer has just put the cursor is taken in first. */
  beforeOthers: () => void = () => undefined;
  /** Others have it open at present. */
  together = false;
  /** What stood there at the last pause, for whoever finds nothing to merge it into. */
  text = '';
  #began = '';
  #seq = 0;
  /** What was written here and is on its way to the server; and what came since. Both are kept on the device until they are there. */
  #sent: Uint8Array | null = null;
  #pending: Uint8Array | null = null;
  #left: ReadonlyMap<string, Writing> | null = null;
  #timer: ReturnType<typeof setTimeout> | null = null;
  /** When the first of what is pending was written. */
  #since: number | null = null;
  #under: Promise<void> = Promise.resolve();

  /** @param read what stands on the page, as text; asked at pauses alone */
  constructor(
    private line: PageLine,
    private kept: KeptWriting,
    private read: (doc: Doc) => string
  ) {
    this.doc.on('update', (update: Uint8Array, origin: unknown) => {
      if (origin !== FROM_THERE) this.#note(update);
    });
  }

  /**
   * Reads what stands there, and what windows on this device have left of it.
   *
   * @returns whether there is something to show
   */
  async open(): Promise<boolean> {
    const told = await this.line.read(null);
    this.#left = this.kept.left();
    if (told === null || !told.ok) {
      this.saving = told === null ? { state: 'unreached' } : { state: 'refused', words: told.words };
      this.text = this.kept.text;
      return false;
    }
    this.#began = told.page.began;
    this.#take(told.page);
    const unsent = [...this.#left.values()].filter(({ began }) => began === this.#began);
    for (const { update } of unsent) applyUpdate(this.doc, fromBase64(update));
    if (this.#pending) this.#remember();
    if (told.closed !== null) this.saving = { state: 'refused', words: told.closed };
    else if (this.#pending) this.#soon(0);
    return true;
  }

  /** Somebody has written on it elsewhere. @param to the count of what was written since */
  async heard(to: number): Promise<void> {
    await this.#under;
    if (to > this.#seq && this.saving.state !== 'opening') await this.#next(() => this.#catchUp());
  }

  /** What was written elsewhere has come by itself, in its order; where something of it is missing, it is asked for. */
  takeAlong(written: ReadonlyArray<[seq: number, update: Uint8Array]>): void {
    const last = written.at(-1)?.[0] ?? 0;
    if (this.saving.state === 'opening' || last <= this.#seq) return;
    this.beforeOthers();
    this.doc.transact(() => {
      for (const [seq, update] of written) {
        applyUpdate(this.doc, update, FROM_THERE);
        if (seq === this.#seq + 1) this.#seq = seq;
      }
    }, FROM_THERE);
    if (last > this.#seq) void this.heard(last);
  }

  /** Keeps all of it now. @param over nothing more is written for now: what was made of it is made anew */
  async finish(over = true): Promise<void> {
    this.#still();
    if (this.saving.state === 'opening' || this.saving.state === 'refused') return;
    await this.#next(() => this.#send(over));
  }

  /** Nothing is asked of the server any more. */
  close(): void {
    this.#still();
    this.doc.destroy();
  }

  #note(update: Uint8Array): void {
    this.#pending = both(this.#pending, update);
    this.#keep();
    if (this.saving.state === 'refused' || this.saving.state === 'opening') return;
    if (this.saving.state === 'unreached') return this.#soon(AGAIN);
    // From here on not all of it is there.
    if (this.saving.state === 'here') this.saving = { state: 'keeping' };
    this.#since ??= performance.now();
    const [pause, longest] = this.together ? [TOGETHER, TOGETHER] : [PAUSE, LONGEST];
    this.#soon(Math.max(0, Math.min(pause, this.#since + longest - performance.now())));
  }

  #keep(): void {
    const unsent = both(this.#sent, this.#pending);
    if (unsent) this.kept.keep({ began: this.#began, update: toBase64(unsent) });
  }

  /** What stands there now is kept beside what is unsent. */
  #remember(): void {
    this.text = this.read(this.doc);
    if (this.#pending) this.kept.text = this.text;
  }

  #soon(wait: number): void {
    this.#still();
    this.#timer = setTimeout(() => void this.#next(() => this.#send(false)), wait);
  }

  #still(): void {
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = null;
  }

  #next(work: () => Promise<void>): Promise<void> {
    return (this.#under = this.#under.then(work));
  }

  async #catchUp(): Promise<void> {
    const told = await this.line.read(this.#seq);
    if (told?.ok) this.#take(told.page);
  }

  async #send(over: boolean): Promise<void> {
    const update = this.#pending;
    if (update === null && !over) return;
    this.#remember();
    if (update && update.length > LARGEST_UPDATE) return void (this.saving = { state: 'too-long' });
    this.saving = { state: 'keeping' };
    [this.#sent, this.#pending, this.#since] = [update, null, null];
    const told = await this.line.send({ began: this.#began, since: this.#seq, update, over });
    this.#sent = null;
    if (told?.ok) return this.#kept(told.page);
    this.#pending = both(update, this.#pending);
    if (told === null) {
      this.saving = { state: 'unreached' };
      this.#soon(AGAIN);
    } else if (told.why === 'page-too-long') this.saving = { state: 'too-long' };
    else this.saving = { state: 'refused', words: told.words };
  }

  #kept(page: News): void {
    this.#take(page);
    if (this.#left) this.kept.letGoOf(this.#left);
    this.#left = null;
    if (this.#pending === null) return this.kept.letGo();
    // Something was written while this was on its way.
    this.#keep();
    this.#remember();
    this.#soon(this.together ? TOGETHER : PAUSE);
  }

  #take({ seq, at, updates }: News): void {
    if (updates.length > 0) this.beforeOthers();
    this.doc.transact(() => {
      for (const update of updates) applyUpdate(this.doc, update, FROM_THERE);
    }, FROM_THERE);
    this.#seq = Math.max(this.#seq, seq);
    this.saving = this.#pending ? { state: 'keeping' } : { state: 'here', at };
  }
}

const both = (one: Uint8Array | null, other: Uint8Array | null): Uint8Array | null =>
  one && other ? mergeUpdates([one, other]) : (one ?? other);
