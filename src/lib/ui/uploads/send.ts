import { DetailedError, Upload } from 'tus-js-client';

/** What a file is bound for: a place in a packet, the next version of a file on the Shelf, a folder there. */
export interface Bound {
  assignment?: string;
  /** Null for the "also" place. */
  deliverable?: string | null;
  replaces?: string;
  folder?: string;
  came?: 'upload' | 'combined' | 'recorded';
  /** Pieces that leave the packet as it comes. */
  instead?: string[];
}

/** What became of a file, as the server says it. */
export type Answer = { ok: true } | { ok: false; words: string; again?: boolean };

/** The server refused the file before its bytes left; `why` is one of the core's refusals. */
export class Refused extends Error {
  constructor(readonly why: string) {
    super(why);
  }
}

export interface Sending {
  /** Resolves with the upload's id once all bytes have arrived. Rejects with Refused, or with what broke the line. */
  done: Promise<string>;
  /** Stops; what has arrived stays there. */
  stop(): Promise<void>;
}

/**
 * Sends a file's bytes by the tus protocol, going on from where an earlier try of it stopped.
 *
 * @param known      the id of an upload that the server has part of, or undefined where only this browser may know one
 * @param onProgress bytes that have left so far
 */
export function sendBytes(
  file: File,
  bound: Bound,
  known: string | undefined,
  onProgress: (sent: number) => void,
  onId: (id: string) => void
): Sending {
  let upload: Upload | undefined;
  let end: (error: Error) => void = () => undefined;
  const done = new Promise<string>((resolve, reject) => {
    end = reject;
    const sending = new Upload(file, {
      endpoint: '/uploads',
      uploadUrl: known === undefined ? null : `/uploads/${known}`,
      metadata: metadataOf(file, bound),
      // Trying again is our caller's business, which tells the person about it.
      retryDelays: null,
      removeFingerprintOnSuccess: true,
      fingerprint: async () => fingerprint(file, bound),
      onProgress,
      onUploadUrlAvailable: () => onId(idOf(sending)),
      onSuccess: () => resolve(idOf(sending)),
      onError: (error) => reject(asRefused(error))
    });
    upload = sending;
    void begin(sending, known);
  });
  const stop = async () => {
    await upload?.abort();
    end(new Error('Stopped.'));
  };
  return { done, stop };
}

async function begin(upload: Upload, known: string | undefined): Promise<void> {
  if (known === undefined) {
    const [earlier] = await upload.findPreviousUploads();
    if (earlier) upload.resumeFromPreviousUpload(earlier);
  }
  upload.start();
}

/** Asks whether this person has the same bytes here already; then nothing needs to be sent. Null where they have not. */
export async function askKnown(file: File, bound: Bound, sha256: string, key: string): Promise<Answer | null> {
  const answer = await ask<{ known: boolean } & Answer>('/uploads/known', { ...metadataOf(file, bound), sha256, key });
  return answer.known ? answer : null;
}

/** Tells the server that all has been sent, and what it was. */
export function finish(id: string, sha256: string | null): Promise<Answer> {
  return ask<Answer>(`/uploads/${id}/finish`, { sha256 });
}

async function ask<T>(address: string, body: unknown): Promise<T> {
  const answer = await fetch(address, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body)
  });
  if (!answer.ok || !answer.headers.get('content-type')?.startsWith('application/json'))
    throw new Error(`The server answered ${answer.status}.`);
  return (await answer.json()) as T;
}

function metadataOf(file: File, bound: Bound): Record<string, string> {
  const { assignment, deliverable, replaces, folder, came, instead } = bound;
  const known = { assignment, deliverable: deliverable ?? undefined, replaces, folder, came, instead: instead?.join() };
  const said = Object.entries(known).filter((one): one is [string, string] => one[1] !== undefined);
  return { filename: file.name, ...Object.fromEntries(said) };
}

function fingerprint(
  { name, size, lastModified }: File,
  { assignment = '', deliverable, replaces = '' }: Bound
): string {
  return ['vendro', name, size, lastModified, assignment, deliverable ?? '', replaces].join('|');
}

const idOf = (upload: Upload) => upload.url?.split('/').at(-1) ?? '';

function asRefused(error: Error | DetailedError): Error {
  const response = error instanceof DetailedError ? error.originalResponse : null;
  const method = error instanceof DetailedError ? error.originalRequest?.getMethod() : undefined;
  if (method !== 'POST' || !response) return error;
  const status = response.getStatus();
  if (status === 413) return new Refused('too-large');
  if (status === 404) return new Refused('not-here');
  return status === 409 ? new Refused(response.getBody().trim()) : error;
}
