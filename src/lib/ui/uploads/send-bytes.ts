import type * as Tus from 'tus-js-client';
import type { DetailedError, Upload } from 'tus-js-client';
import { Refused } from './refused';
import { metadataOf, type Bound, type Sending } from './send';

export { GONE, uploadRefusedWords } from './refused-words';
export { askKnown, finish } from './send';

/**
 * Sends a file's bytes by the tus protocol, whose script comes with the first file that is sent, going on from where an earlier try of it stopped.
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
  let stopped = false;
  const done = new Promise<string>((resolve, reject) => {
    end = reject;
    void import('tus-js-client').then((tus) => (stopped ? undefined : start(tus, resolve, reject)), reject);
  });
  function start({ Upload }: typeof Tus, resolve: (id: string) => void, reject: (error: Error) => void) {
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
  }
  const stop = async () => {
    stopped = true;
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

function fingerprint(
  { name, size, lastModified }: File,
  { assignment = '', deliverable, replaces = '' }: Bound
): string {
  return ['vendro', name, size, lastModified, assignment, deliverable ?? '', replaces].join('|');
}

const idOf = (upload: Upload) => upload.url?.split('/').at(-1) ?? '';

function asRefused(error: Error | DetailedError): Error {
  const response = 'originalResponse' in error ? error.originalResponse : null;
  const method = 'originalRequest' in error ? error.originalRequest.getMethod() : undefined;
  if (method !== 'POST' || !response) return error;
  const status = response.getStatus();
  if (status === 413) return new Refused('too-large');
  if (status === 404) return new Refused('not-here');
  return status === 409 ? new Refused(response.getBody().trim()) : error;
}
