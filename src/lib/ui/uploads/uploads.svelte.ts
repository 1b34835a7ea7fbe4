import { reach } from '$ui/forms/reach';
import { createContext } from 'svelte';
import { hashFile, prepareHashing } from './hash-file';
import { Refused } from './refused';
import type { Answer, Bound, Sending } from './send';
import { Speed } from './speed';

/** Up to this a file is hashed before it is sent, so that what is here already is not sent again. */
const HASHED_FIRST = 64 * 1024 * 1024;
const AT_ONCE = 2;
const AGAIN = 3000;

/** `arrived`: it is there, and the page that shows it is being read. */
export type State = 'queued' | 'reading' | 'sending' | 'paused' | 'waiting' | 'checking' | 'arrived' | 'refused';

/** A file that is on its way, as it can be sealed. */
export interface Sealable {
  deliverableId: string | null;
  name: string;
  size: number;
  sha256: string;
}

/** One file on its way. It leaves the list once it has arrived where it was bound for, and is seen there. */
export class OnItsWay {
  readonly key = crypto.randomUUID();
  state = $state<State>('queued');
  /** Bytes that have left. */
  sent = $state(0);
  perSecond = $state<number | null>(null);
  /** Why it was not taken, where it was not. */
  words = $state('');
  /** The server's name for it, once it has one. */
  id = $state<string | undefined>(undefined);
  speed = new Speed();
  sending: Sending | null = null;
  hash: Promise<string | null> | null = null;

  constructor(
    readonly file: File,
    readonly bound: Bound,
    readonly largest: number,
    id?: string
  ) {
    this.id = id;
  }
}

/**
 * The files that this tab is sending. It outlives the page on which they were chosen, so that going elsewhere in Vendro
 * stops nothing. Lost connections are waited out.
 */
export class Uploads {
  items = $state<OnItsWay[]>([]);

  /**
   * @param arrived called when a file has become what it was bound for; resolves once the page shows it
   * @param way     how the server is told and sent something; given where something else stands in for it
   */
  constructor(
    private arrived: () => Promise<void>,
    private way: Way = WAY
  ) {}

  /**
   * Begins to send.
   *
   * @param largest most bytes that the place takes, for the words of a refusal
   * @param underWay what the server has parts of, for the same place: a file that is one of these goes on from there
   */
  add(
    files: readonly File[],
    bound: Bound,
    largest: number,
    underWay: ReadonlyArray<{ id: string; name: string; size: number }> = []
  ): void {
    for (const file of files) {
      const known = underWay.find(({ id, name, size }) => name === file.name && size === file.size && !this.has(id));
      this.items.push(new OnItsWay(file, bound, largest, known?.id));
    }
    this.next();
  }

  /** Whether anything would stop if this tab were closed. */
  get busy(): boolean {
    return this.items.some(({ state }) => !['refused', 'paused', 'arrived'].includes(state));
  }

  /**
   * The places that files are bound for in an assignment's packet: of those on their way from here, and of those that the
   * server has parts of.
   */
  boundFor(
    assignment: string,
    underWay: ReadonlyArray<{ id: string; deliverableId: string | null }>
  ): Array<string | null> {
    const here = this.sendingTo(assignment);
    const elsewhere = underWay.filter(({ id }) => !here.some((item) => item.id === id));
    return [...here.map(({ bound }) => bound.deliverable ?? null), ...elsewhere.map((one) => one.deliverableId)];
  }

  /** Whether files for an assignment's packet are on their way from here. */
  sendsFor(assignment: string): boolean {
    return this.sendingTo(assignment).length > 0;
  }

  /**
   * What is on its way from here to an assignment's packet, with the hash of each, so that it can be sealed. What has
   * arrived needs none.
   *
   * @returns null where a file can no longer be read
   */
  async readFor(assignment: string): Promise<Sealable[] | null> {
    const files: Sealable[] = [];
    for (const item of this.sendingTo(assignment)) {
      const sha256 = await this.hashOf(item);
      if (item.state === 'arrived') continue;
      if (sha256 === null) return null;
      const { name, size } = item.file;
      files.push({ deliverableId: item.bound.deliverable ?? null, name, size, sha256 });
    }
    return files;
  }

  /** How long what is on its way from here to a packet takes at the present speed, in seconds; null where unknown. */
  secondsLeft(assignment: string): number | null {
    const items = this.sendingTo(assignment);
    const bytes = items.reduce((sum, { file, sent }) => sum + Math.max(0, file.size - sent), 0);
    const perSecond = items.reduce((sum, item) => sum + (item.perSecond ?? 0), 0);
    return items.length === 0 || perSecond <= 0 ? null : bytes / perSecond;
  }

  private sendingTo(assignment: string): OnItsWay[] {
    return this.items.filter(({ bound, state }) => bound.assignment === assignment && state !== 'refused');
  }

  has(id: string): boolean {
    return this.items.some((item) => item.id === id);
  }

  async pause(item: OnItsWay): Promise<void> {
    item.state = 'paused';
    await item.sending?.stop();
    this.next();
  }

  resume(item: OnItsWay): void {
    item.state = 'queued';
    this.next();
  }

  /** Takes a file off the list and gives up what has arrived of it. */
  async giveUp(item: OnItsWay): Promise<void> {
    this.items = this.items.filter((one) => one !== item);
    await item.sending?.stop();
    if (item.id !== undefined) await reach(`/uploads/${item.id}`, { method: 'DELETE', headers: TUS }).catch(() => null);
    this.next();
    void this.arrived();
  }

  /** Takes a file that was refused off the list: its reason has been read. */
  dismiss(item: OnItsWay): void {
    this.items = this.items.filter((one) => one !== item);
  }

  private next(): void {
    for (const item of this.items.filter(({ state }) => state === 'queued')) {
      const busy = this.items.filter(({ state }) => ['reading', 'sending', 'checking'].includes(state));
      if (busy.length >= AT_ONCE) return;
      if (busy.some((other) => comesFirst(other, item))) continue;
      item.state = 'reading';
      void this.run(item);
    }
  }

  private async run(item: OnItsWay): Promise<void> {
    try {
      const answer = await this.bring(item);
      if (answer === null) return;
      if (answer.ok) void this.showArrived(item);
      else {
        this.refuse(item, answer.words);
        void this.arrived();
      }
    } catch (error) {
      if (item.state === 'paused' || !this.items.includes(item)) return;
      if (error instanceof Refused)
        this.refuse(item, (await this.way.prepare()).uploadRefusedWords(error.why, item.largest));
      else this.wait(item);
    } finally {
      this.next();
    }
  }

  /** It stays on its way until the page shows it: a packet that is neither would have nothing to submit for a moment. */
  private async showArrived(item: OnItsWay): Promise<void> {
    item.state = 'arrived';
    await this.arrived().catch(() => undefined);
    this.dismiss(item);
  }

  /** Null where it was paused on the way. */
  private async bring(item: OnItsWay): Promise<Answer | null> {
    const { file, bound } = item;
    const hash = this.hashOf(item);
    // The protocol's own code is fetched where something is sent; pages that take files ask for it ahead (`prepare`).
    const { sendBytes, askKnown, finish, GONE } = await this.way.prepare();
    if (file.size <= HASHED_FIRST && item.id === undefined) {
      const sha256 = await hash;
      if (sha256 === null) return { ok: false, words: GONE };
      const known = await askKnown(file, bound, sha256, item.key);
      if (known) return known;
      if (this.isPaused(item)) return null;
    }
    if (this.isPaused(item)) return null;
    item.state = 'sending';
    item.sending = sendBytes(
      file,
      bound,
      item.id,
      (sent) => {
        item.sent = sent;
        item.speed.note(performance.now(), sent);
        item.perSecond = item.speed.perSecond;
      },
      (id) => (item.id = id)
    );
    item.id = await item.sending.done;
    if (this.isPaused(item)) return null;
    item.state = 'checking';
    const sha256 = await hash;
    if (sha256 === null) return { ok: false, words: GONE };
    const answer = await finish(item.id, sha256, bound.made);
    if (!answer.ok && answer.again) item.id = undefined;
    return answer;
  }

  /** The file's hash, asked for once; anew where what computes it could not be had. */
  private hashOf(item: OnItsWay): Promise<string | null> {
    item.hash ??= this.way.hashFile(item.file);
    item.hash.catch(() => (item.hash = null));
    return item.hash;
  }

  private isPaused(item: OnItsWay): boolean {
    return item.state === 'paused';
  }

  private refuse(item: OnItsWay, words: string): void {
    item.state = 'refused';
    item.words = words;
  }

  /** The line is down or the server is away: what arrived stays there, and it goes on as soon as it can. */
  private wait(item: OnItsWay): void {
    item.state = 'waiting';
    item.speed.forget();
    item.perSecond = null;
    setTimeout(() => {
      if (item.state === 'waiting' && this.items.includes(item)) this.resume(item);
    }, AGAIN);
  }
}

/** Fetches what sending needs, so that it is there when the line is not. */
export function prepare() {
  prepareHashing();
  return import('./send-bytes');
}

/** What an upload asks of everything outside of it. */
interface Way {
  hashFile: typeof hashFile;
  prepare: () => Promise<
    Pick<Awaited<ReturnType<typeof prepare>>, 'sendBytes' | 'askKnown' | 'finish' | 'uploadRefusedWords' | 'GONE'>
  >;
}
const WAY: Way = { hashFile, prepare };

/** Small files for one place go one after another, so that they lie there in the order in which they were chosen. */
function comesFirst(other: OnItsWay, item: OnItsWay): boolean {
  const sameBound =
    other.bound.assignment === item.bound.assignment && other.bound.deliverable === item.bound.deliverable;
  return sameBound && other.file.size <= HASHED_FIRST;
}

export const [getUploads, setUploads] = createContext<Uploads>();

const TUS = { 'tus-resumable': '1.0.0' };
