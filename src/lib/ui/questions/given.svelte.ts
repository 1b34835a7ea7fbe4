import type { Answer, Answers, Asked } from '$core/questions/question';
import type { Moment } from '$core/time/moment';
import { reachJson } from '$ui/forms/reach-json';
import type { Saving } from '$ui/forms/saving';

/** Milliseconds without a change before answers are kept; and before it is tried again where they could not be. */
const PAUSE = 600;
const AGAIN = 4000;

interface Sheet {
  questions: Asked[];
  answers: Answers;
  oneByOne: boolean;
  at: Moment | null;
  until: Moment | null;
  now: Moment;
}
type Told = { ok: true; sheet?: Sheet; at?: Moment } | { ok: false; words: string };

/** Answers as they are given: kept on this device at once, at the server soon after, each for itself. */
export class GivenAnswers {
  saving = $state.raw<Saving>({ state: 'opening' });
  questions = $state.raw<Asked[]>([]);
  answers = $state.raw<Answers>({});
  oneByOne = $state(false);
  /** Milliseconds of `performance.now()` at which its time is over; null without a limit. */
  over = $state<number | null>(null);
  #unsent: Answers = {};
  #timer: ReturnType<typeof setTimeout> | null = null;
  #under: Promise<void> = Promise.resolve();

  /**
   * @param address where they are read and kept
   * @param place   where this device keeps those that the server has not
   */
  constructor(
    private address: string,
    private place: string
  ) {}

  /** @returns whether there is something to answer */
  async open(): Promise<boolean> {
    const told = await this.#ask();
    if (!told?.ok || !told.sheet) {
      this.saving = told?.ok === false ? { state: 'refused', words: told.words } : { state: 'unreached' };
      return false;
    }
    const { questions, answers, oneByOne, at, until, now } = told.sheet;
    [this.questions, this.oneByOne] = [questions, oneByOne];
    this.over = until === null ? null : performance.now() + (until - now);
    this.saving = { state: 'here', at };
    this.#unsent = Object.fromEntries(
      Object.entries(this.#read()).filter(([id]) => questions.some((one) => one.id === id))
    );
    this.answers = { ...answers, ...this.#unsent };
    if (Object.keys(this.#unsent).length > 0) this.#soon(0);
    return true;
  }

  /** Asks how much time there is now: more may have been given. */
  async askTime(): Promise<void> {
    const told = await this.#ask();
    if (!told?.ok || !told.sheet) return;
    const { until, now } = told.sheet;
    this.over = until === null ? null : performance.now() + (until - now);
  }

  give(id: string, answer: Answer): void {
    this.answers = { ...this.answers, [id]: answer };
    this.#unsent = { ...this.#unsent, [id]: answer };
    this.#keep();
    // From here on not all of it is there.
    if (this.saving.state === 'here') this.saving = { state: 'keeping' };
    if (this.saving.state !== 'refused') this.#soon(this.saving.state === 'unreached' ? AGAIN : PAUSE);
  }

  /** Keeps all of them now. @param over nothing more is answered for now */
  async finish(over = true): Promise<void> {
    this.#still();
    if (this.saving.state === 'opening' || this.saving.state === 'refused') return;
    await (this.#under = this.#under.then(() => this.#send(over)));
  }

  close(): void {
    this.#still();
  }

  #soon(wait: number): void {
    this.#still();
    this.#timer = setTimeout(() => void (this.#under = this.#under.then(() => this.#send(false))), wait);
  }

  #still(): void {
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = null;
  }

  async #send(over: boolean): Promise<void> {
    const answers = this.#unsent;
    if (Object.keys(answers).length === 0 && !over) return;
    this.saving = { state: 'keeping' };
    const told = await this.#ask({ answers, over });
    if (told === null) {
      this.saving = { state: 'unreached' };
      return this.#soon(AGAIN);
    }
    if (!told.ok) return void (this.saving = { state: 'refused', words: told.words });
    this.saving = { state: 'here', at: told.at ?? null };
    this.#unsent = Object.fromEntries(Object.entries(this.#unsent).filter(([id, answer]) => answers[id] !== answer));
    this.#keep();
    if (Object.keys(this.#unsent).length === 0) return;
    this.saving = { state: 'keeping' };
    this.#soon(PAUSE);
  }

  #read(): Answers {
    try {
      return (JSON.parse(localStorage.getItem(this.place) ?? '{}') ?? {}) as Answers;
    } catch {
      return {};
    }
  }

  #keep(): void {
    try {
      if (Object.keys(this.#unsent).length === 0) localStorage.removeItem(this.place);
      else localStorage.setItem(this.place, JSON.stringify(this.#unsent));
    } catch {
      // The server has it a moment later all the same.
    }
  }

  async #ask(body?: object): Promise<Told | null> {
    const { status, told } = await reachJson<Told>(this.address, body);
    return status === 404 ? { ok: false, words: 'These answers are not in the packet any more.' } : told;
  }
}
