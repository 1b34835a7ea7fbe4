import { z } from 'zod';
import type { Coming } from '$server/gathering/brought-to-shelf';
import { parsedBody } from './body';
import { bytesIn } from './bytes-in';

const OnShelf = z.object({ fileId: z.uuid() });

/** A file that a request brings: bytes as they are, with their name in the address, or one of the Shelf by its id. */
export const comingIn = async (request: Request, url: URL, largest: number): Promise<Coming> =>
  request.headers.get('content-type')?.startsWith('application/json')
    ? parsedBody(request, OnShelf)
    : bytesIn(request, url, largest);
