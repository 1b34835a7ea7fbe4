import { Awareness } from 'y-protocols/awareness';
import type { OwnPart } from '$core/pages/own-parts';
import { reachJson } from '$ui/forms/reach-json';
import { fromBase64 } from './base64';
import { SeenWindows } from './seen-windows';
import type { WrittenPage } from './page.svelte';

/** Who writes a page together, as the server knows it. */
export interface WhoWrites {
  me: string;
  people: Array<{ id: string; name: string }>;
  parts: Array<OwnPart & { receipt: string | null }>;
  /** Whose each window is. */
  writers: Record<string, string>;
}
interface Here {
  window: number;
  personId: string;
  at: unknown;
}

/** Colours that people are told apart by, besides their names. */
export const HUES = 8;
/** Milliseconds between two times that a window says where its writer stands, and at the latest while nothing happens. */
const SAYS = 400;
const STILL_HERE = 20_000;
/** Who says nothing for so long is not there any more. */
const GONE = 50_000;
/** Milliseconds until a line that the server refused is tried again. */
const AGAIN = 5000;
const NOBODY: WhoWrites = { me: '', people: [], parts: [], writers: {} };

/**
 * The others on a page that several people write: who is there, where they stand, what they write as they write it, and whose its
 * parts are. Where the line breaks, the page goes on by itself and catches up.
 */
export class Along {
  who = $state.raw<WhoWrites>(NOBODY);
  /** Who has the page open besides this window, each person once. */
  here = $state.raw<string[]>([]);
  /** Asked for anew whenever whose the parts are has changed. */
  problem = $state('');
  readonly awareness: Awareness;
  #source: EventSource | null = null;
  #seen = new SeenWindows();
  #says: ReturnType<typeof setTimeout> | null = null;
  #again: ReturnType<typeof setTimeout> | null = null;
  #beat: ReturnType<typeof setInterval> | null = null;

  constructor(
    private address: string,
    private page: WrittenPage
  ) {
    this.awareness = new Awareness(page.doc);
    this.awareness.on('update', (_: unknown, origin: unknown) => {
      if (origin === 'local') this.#say();
    });
  }

  async open(): Promise<void> {
    await this.#ask();
    this.#follow();
    document.addEventListener('visibilitychange', this.#seenOrNot);
    this.#beat = setInterval(() => {
      // To nobody nothing is said.
      if (this.#seen.any) this.#say();
      this.#forget();
    }, STILL_HERE);
  }

  close(): void {
    document.removeEventListener('visibilitychange', this.#seenOrNot);
    this.#source?.close();
    if (this.#beat) clearInterval(this.#beat);
    if (this.#says) clearTimeout(this.#says);
    if (this.#again) clearTimeout(this.#again);
    this.awareness.destroy();
  }

  /** Takes, leaves, finishes a part, goes on with it, or adds one. What was written before is sent first. @returns its receipt's number, where there is one */
  async change(deed: { do: 'add'; title: string } | { do: string; part: string }): Promise<string | null> {
    await this.page.finish(false);
    const { told } = await reachJson<{ ok: boolean; words?: string; receipt?: string | null }>(
      `${this.address}/parts`,
      deed
    );
    this.problem = told?.ok ? '' : (told?.words ?? 'That could not be done just now. Try again when the line is back.');
    await Promise.all([this.#ask(), this.page.heard(Infinity)]);
    return told?.ok ? (told.receipt ?? null) : null;
  }

  /** The first part that is the reader's. */
  get mine(): string | undefined {
    return this.who.parts.find(({ personId }) => personId === this.who.me)?.id;
  }

  /** By which colour somebody is shown. */
  hueOf(personId: string): number {
    return (
      Math.max(
        0,
        this.who.people.findIndex(({ id }) => id === personId)
      ) % HUES
    );
  }
  nameOf = (personId: string): string => this.who.people.find(({ id }) => id === personId)?.name ?? 'Somebody';

  /** While nobody looks at it, a page is not followed: a browser has only so many lines. */
  #seenOrNot = () => {
    if (document.visibilityState === 'visible') {
      this.#follow();
      void this.page.heard(Infinity);
    } else {
      this.#source?.close();
      this.#source = null;
    }
  };

  async #ask(): Promise<void> {
    const { told } = await reachJson<WhoWrites>(`${this.address}/parts`);
    if (told) this.who = told;
  }

  #follow(): void {
    if (this.#source) return;
    const source = (this.#source = new EventSource(`${this.address}/line?window=${this.page.doc.clientID}`));
    const on = <T>(name: string, hear: (data: T) => void) =>
      source.addEventListener(name, ({ data }: MessageEvent<string>) => hear(JSON.parse(data || 'null') as T));
    on<Array<[number, string]>>('wrote', (wrote) =>
      this.page.takeAlong(wrote.map(([seq, update]) => [seq, fromBase64(update)]))
    );
    on<number>('upTo', (to) => void this.page.heard(to));
    on<Here>('here', (here) => this.#hear(here));
    on<number>('gone', (window) => this.#leave(window));
    on('hello', () => this.#say());
    on('parts', () => void this.#ask());
    // What was written while the line was away.
    on('ready', () => void this.page.heard(Infinity));
    source.addEventListener('error', () => {
      this.#seen.clear();
      this.#tell();
      // Where the server answered with an error, a browser by itself gives up.
      if (source.readyState === EventSource.CLOSED && this.#source === source) {
        this.#source = null;
        this.#again = setTimeout(this.#seenOrNot, AGAIN);
      }
    });
  }

  #hear({ window, personId, at }: Here): void {
    if (window === this.page.doc.clientID) return;
    this.#seen.see(window, personId, GONE);
    const user = { name: this.nameOf(personId), color: '#000000', hue: this.hueOf(personId) };
    const before = this.awareness.states.get(window) as { cursor?: unknown } | undefined;
    this.awareness.states.set(window, { user, cursor: at ?? before?.cursor ?? null });
    this.#tell(window);
    // A window that is new here may write: whose it is says who wrote what.
    if (!(window in this.who.writers)) this.who = { ...this.who, writers: { ...this.who.writers, [window]: personId } };
  }

  #leave(window: number): void {
    this.#seen.leave(window);
    this.awareness.states.delete(window);
    this.#tell(window);
  }

  #forget(): void {
    for (const window of this.#seen.lapsed) this.#leave(window);
  }

  #tell(...changed: number[]): void {
    const { me } = this.who;
    this.here = this.#seen.people.filter((id) => id !== me);
    this.page.together = this.#seen.any;
    this.page.beforeOthers();
    const change = { added: [], updated: changed, removed: [] };
    this.awareness.emit('change', [change, 'there']);
  }

  #say(): void {
    this.#says ??= setTimeout(() => {
      this.#says = null;
      if (document.visibilityState !== 'visible') return;
      const at = (this.awareness.getLocalState() as { cursor?: unknown } | null)?.cursor ?? null;
      void reachJson(`${this.address}/here`, { window: this.page.doc.clientID, at });
    }, SAYS);
  }
}
