import { reach } from '$ui/forms/reach';

/** How long what was recorded waits for more, so that not every second asks the server. In milliseconds. */
const TOGETHER = 4000;
/** After a try that failed, the next one begins so much later. */
const AGAIN = 3000;

const TUS = { 'tus-resumable': '1.0.0' };

/** A file that was recorded, as the server has it: all of it. */
export interface SentPart {
  id: string;
  /** Bytes. */
  size: number;
}

interface Part {
  /** The server's name for it, once it has one. */
  id: string | null;
  chunks: Blob[];
  size: number;
  sent: number;
  /** The last try broke off: where to go on from, the server says. */
  unsure: boolean;
}

/**
 * Sends a recording while it is made, by the tus protocol (1.0), so that little is left to be sent at its end. Nothing
 * depends on it: where it cannot be done, what was made is sent afterwards like any other file.
 */
export class SendingAlong {
  #parts: Part[] = [];
  #timer: ReturnType<typeof setTimeout> | null = null;
  #round: Promise<boolean> | null = null;
  #over = false;

  /**
   * @param room  bytes that each file may come to have, at most
   * @param begun told of the server's names, one for each file, so that another tab can go on with them
   */
  constructor(
    private room: number,
    private begun: (ids: Array<string | null>) => void
  ) {}

  /** Goes on with what another tab had begun to send. */
  restore(parts: readonly Blob[], ids: ReadonlyArray<string | null>): void {
    this.#parts = parts.map((part, i) => ({
      id: ids[i] ?? null,
      chunks: [part],
      size: part.size,
      sent: 0,
      unsure: true
    }));
    if (parts.length > 0) this.#soon(TOGETHER);
  }

  /** Takes the next stretch of a file that is being recorded. */
  add(no: number, data: Blob): void {
    const part = (this.#parts[no] ??= { id: null, chunks: [], size: 0, sent: 0, unsure: false });
    part.chunks.push(data);
    part.size += data.size;
    this.#soon(TOGETHER);
  }

  /**
   * Sends what is left.
   *
   * @returns what the server has now; null where it has not all of it
   */
  async end(): Promise<SentPart[] | null> {
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = null;
    await this.#round;
    if (this.#over || this.#parts.length === 0 || !(await this.#send())) return null;
    const there = this.#parts.flatMap(({ id, size }) => (id === null ? [] : [{ id, size }]));
    return there.length === this.#parts.length ? there : null;
  }

  /** Stops, and has the server let go of what it has. */
  giveUp(): void {
    this.stop();
    for (const { id } of this.#parts)
      if (id !== null) void reach(`/uploads/${id}`, { method: 'DELETE', headers: TUS }).catch(() => undefined);
  }

  /** Stops; what has arrived stays there. */
  stop(): void {
    this.#over = true;
    if (this.#timer) clearTimeout(this.#timer);
  }

  #soon(wait: number): void {
    if (this.#over || this.#timer || this.#round) return;
    this.#timer = setTimeout(() => {
      this.#timer = null;
      void this.#send();
    }, wait);
  }

  /** One go at everything that is there. @returns whether it arrived */
  #send(): Promise<boolean> {
    this.#round = this.#sendAll()
      .catch(() => {
        this.#parts.forEach((part) => (part.unsure = true));
        return false;
      })
      .finally(() => {
        this.#round = null;
        if (this.#parts.some(({ sent, size }) => sent < size)) this.#soon(AGAIN);
      });
    return this.#round;
  }

  async #sendAll(): Promise<boolean> {
    for (const part of this.#parts)
      while ((part.sent < part.size || part.unsure) && !this.#over) if (!(await this.#sendSome(part))) this.stop();
    return !this.#over;
  }

  /** @returns false where the server wants nothing of it. @throws where it cannot be reached */
  async #sendSome(part: Part): Promise<boolean> {
    if (part.id === null) {
      part.id = await this.#create();
      if (part.id === null) return false;
      this.begun(this.#parts.map(({ id }) => id));
    }
    const answer = await (part.unsure ? this.#ask(part.id) : this.#append(part.id, part));
    if (answer.status >= 500) throw new Error(`The server answered ${answer.status}.`);
    const offset = Number(answer.headers.get('upload-offset') ?? NaN);
    // Somebody else has written to it: where it stands is asked once more.
    part.unsure = answer.status === 409;
    if (part.unsure) return true;
    if (!answer.ok || !Number.isFinite(offset) || offset > part.size) return false;
    part.sent = offset;
    return true;
  }

  #ask(id: string): Promise<Response> {
    return reach(`/uploads/${id}`, { method: 'HEAD', headers: TUS });
  }

  #append(id: string, { chunks, sent }: Part): Promise<Response> {
    const headers = { ...TUS, 'content-type': 'application/offset+octet-stream', 'upload-offset': `${sent}` };
    return reach(`/uploads/${id}`, { method: 'PATCH', headers, body: new Blob(chunks).slice(sent) });
  }

  /** Begins an upload that promises as much room as it may come to need. Null where there is none. */
  async #create(): Promise<string | null> {
    const metadata = `filename ${btoa('recording')},raw ${btoa('yes')}`;
    const headers = { ...TUS, 'upload-length': `${this.room}`, 'upload-metadata': metadata };
    const answer = await reach('/uploads', { method: 'POST', headers });
    if (answer.status >= 500) throw new Error(`The server answered ${answer.status}.`);
    return answer.headers.get('location')?.split('/').at(-1) ?? null;
  }
}
