import type { Moment } from '$core/time/moment';
import { LONGEST_PAGE } from '$core/pieces/page';
import { reach } from '$ui/forms/reach';
import type { KeptWriting } from './kept-writing';

/** Milliseconds without a key before what was written is kept; and before it is tried again where it could not be. */
const PAUSE = 900;
const AGAIN = 4000;

export type Saving =
  | { state: 'opening' }
  /** All of it is at the server; `at`: since when, null where nothing was written yet. */
  | { state: 'here'; at: Moment | null }
  | { state: 'keeping' }
  /** The line is down: it is kept on this device, and tried again. */
  | { state: 'unreached' }
  /** It is longer than the server keeps: kept on this device until it is shorter. */
  | { state: 'too-long' }
  /** Another window has written something else. */
  | { state: 'elsewhere' }
  /** Nothing can be written there any more. */
  | { state: 'refused'; words: string };

type Answer =
  | { ok: true; page: { text: string; version: number; at: Moment | null } }
  | { ok: true; version: number; at: Moment }
  | { ok: false; elsewhere: boolean; words: string };

/** A page as it is written: kept on this device at once, at the server soon after, and never over what another window wrote. */
export class WrittenPage {
  saving = $state.raw<Saving>({ state: 'opening' });
  /** What another window has written, where it is something else. */
  other = $state.raw<string | null>(null);
  text = '';
  #version = 0;
  /** What the server has. */
  #there = '';
  #otherVersion = 0;
  #timer: ReturnType<typeof setTimeout> | null = null;
  #under: Promise<void> = Promise.resolve();

  /** @param address where the page is read and kept */
  constructor(
    private address: string,
    private kept: KeptWriting
  ) {}

  /**
   * Reads what stands there; what this device kept and the server has not yet comes first.
   *
   * @returns the text to begin with; null where it cannot be written on
   */
  async open(): Promise<string | null> {
    const answer = await this.#ask(this.address);
    if (answer === null || answer === 'too-long') return this.#openWithoutLine();
    if (!answer.ok) {
      this.saving = { state: 'refused', words: answer.words };
      const before = this.kept.read();
      this.text = before?.text ?? '';
      return before?.text ?? null;
    }
    if (!('page' in answer)) return null;
    const { text, version, at } = answer.page;
    [this.text, this.#there, this.#version] = [text, text, version];
    this.saving = { state: 'here', at };
    const before = this.kept.read();
    if (before === null || before.text === text) return text;
    this.text = before.text;
    if (before.known === version) this.#soon(0);
    else this.#elsewhere(text, version);
    return before.text;
  }

  /** Notes what is written now. */
  write(text: string): void {
    this.text = text;
    if (this.saving.state !== 'refused' && text === this.#there) return;
    this.kept.keep({ text, known: this.#version });
    if (this.saving.state === 'refused' || this.saving.state === 'elsewhere') return;
    if (text.length > LONGEST_PAGE) {
      this.#still();
      this.saving = { state: 'too-long' };
      return;
    }
    this.#soon(this.saving.state === 'unreached' ? AGAIN : PAUSE);
  }

  /** Keeps all of it now. @param over nothing more is written for now */
  async finish(over = true): Promise<void> {
    this.#still();
    if (this.saving.state === 'opening' || this.saving.state === 'refused' || this.saving.state === 'elsewhere') return;
    await this.#next(over, this.#version);
  }

  /** Takes what the other window has written; what was written here is gone. @returns it */
  takeOther(): string {
    const text = this.other ?? '';
    [this.text, this.#there, this.#version, this.other] = [text, text, this.#otherVersion, null];
    this.kept.letGo();
    this.saving = { state: 'here', at: null };
    return text;
  }

  /** Keeps this one; the other stays on the Shelf as an earlier version. */
  async keepThis(): Promise<void> {
    this.other = null;
    await this.#next(false, null);
  }

  /** Nothing is asked of the server any more. */
  close(): void {
    this.#still();
  }

  #openWithoutLine(): string | null {
    const before = this.kept.read();
    this.saving = { state: 'unreached' };
    if (before === null) return null;
    [this.text, this.#version] = [before.text, before.known];
    this.#soon(AGAIN);
    return before.text;
  }

  #soon(wait: number): void {
    this.#still();
    this.#timer = setTimeout(() => void this.#next(false, this.#version), wait);
  }

  #still(): void {
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = null;
  }

  #next(over: boolean, known: number | null): Promise<void> {
    return (this.#under = this.#under.then(() => this.#keep(over, known === null ? null : this.#version)));
  }

  async #keep(over: boolean, known: number | null): Promise<void> {
    const { text } = this;
    if ((text === this.#there && known !== null && !over) || text.length > LONGEST_PAGE) return;
    this.saving = { state: 'keeping' };
    const answer = await this.#ask(this.address, { text, known, over });
    if (answer === 'too-long') return void (this.saving = { state: 'too-long' });
    if (answer === null) {
      this.saving = { state: 'unreached' };
      return this.#soon(AGAIN);
    }
    if (!answer.ok)
      return answer.elsewhere ? this.#met() : void (this.saving = { state: 'refused', words: answer.words });
    if (!('version' in answer)) return;
    [this.#there, this.#version] = [text, answer.version];
    this.saving = { state: 'here', at: answer.at };
    if (this.text === text) this.kept.letGo();
    else this.write(this.text);
  }

  /** Somebody has written there meanwhile: what they wrote is asked for, so that one can choose. */
  async #met(): Promise<void> {
    const answer = await this.#ask(this.address);
    if (answer === null || answer === 'too-long' || !answer.ok || !('page' in answer))
      return void (this.saving = { state: 'unreached' });
    const { text, version, at } = answer.page;
    if (text !== this.text) return this.#elsewhere(text, version);
    [this.#there, this.#version] = [text, version];
    this.kept.letGo();
    this.saving = { state: 'here', at };
  }

  #elsewhere(text: string, version: number): void {
    this.other = text;
    this.#otherVersion = version;
    this.saving = { state: 'elsewhere' };
  }

  /** Null where the server could not be reached, or said nothing that is understood. */
  async #ask(address: string, body?: object): Promise<Answer | 'too-long' | null> {
    const request = body && {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body)
    };
    const answer = await reach(address, request).catch(() => null);
    if (answer?.status === 413) return 'too-long';
    if (answer === null || !answer.headers.get('content-type')?.startsWith('application/json')) return null;
    return answer.ok ? ((await answer.json()) as Answer) : null;
  }
}
