import { error } from '@sveltejs/kit';
import { z } from 'zod';

const Name = z.string().trim().min(1).max(200);

/** The bytes that a request is, with their name in its address; anything else is answered with 400. */
export function bytesIn(
  request: Request,
  url: URL,
  largest: number
): { stream: ReadableStream; name: string; size: number } {
  const name = Name.safeParse(url.searchParams.get('name'));
  const size = Number(request.headers.get('content-length') ?? largest);
  if (!name.success || !request.body) error(400, 'The request could not be read, so nothing was changed.');
  return { stream: request.body, name: name.data, size: Math.min(size, largest) };
}
