import { receiveUpload } from '$server/uploads/receive';
import type { smallCourse } from './kit';

type Person = Awaited<ReturnType<typeof smallCourse>>['ilse'];

const encoded = (metadata: Record<string, string>) =>
  Object.entries(metadata)
    .map(([name, value]) => `${name} ${Buffer.from(value).toString('base64')}`)
    .join(',');

/** One request of the tus protocol, as a person sends it. */
export function tus(
  person: Person,
  method: string,
  path: string,
  headers: Record<string, string>,
  body?: BodyInit | null
) {
  const request = new Request(`http://vendro.example${path}`, {
    method,
    headers: { 'tus-resumable': '1.0.0', ...headers },
    body,
    duplex: 'half'
  } as RequestInit);
  return receiveUpload(person, request);
}

export async function begin(person: Person, size: number, metadata: Record<string, string>) {
  const answer = await tus(person, 'POST', '/uploads', {
    'upload-length': String(size),
    'upload-metadata': encoded(metadata)
  });
  return {
    status: answer.status,
    why: await answer.text(),
    id: answer.headers.get('location')?.split('/').at(-1) ?? ''
  };
}

export function send(person: Person, id: string, offset: number, bytes: BodyInit) {
  const headers = { 'upload-offset': String(offset), 'content-type': 'application/offset+octet-stream' };
  return tus(person, 'PATCH', `/uploads/${id}`, headers, bytes);
}

export async function offsetOf(person: Person, id: string): Promise<number> {
  const answer = await tus(person, 'HEAD', `/uploads/${id}`, {});
  return Number(answer.headers.get('upload-offset'));
}
