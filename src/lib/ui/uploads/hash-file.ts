let worker: Worker | null = null;
let asked = 0;

/** SHA-256 of a file in lower-case hex, computed in a worker; null where the file can no longer be read. */
export function hashFile(file: Blob): Promise<string | null> {
  worker ??= new Worker(new URL('../../workers/hash.ts', import.meta.url), { type: 'module', name: 'hash' });
  const hashing = worker;
  const no = ++asked;
  return new Promise((resolve) => {
    const answer = ({ data }: MessageEvent<{ no: number; sha256: string | null }>) => {
      if (data.no !== no) return;
      hashing.removeEventListener('message', answer);
      resolve(data.sha256);
    };
    hashing.addEventListener('message', answer);
    hashing.postMessage({ no, file });
  });
}
