import { receiveUpload } from '$server/uploads/receive';
import { signedIn } from '../shared/guard';
import type { RequestHandler } from './$types';

/** A new upload, in the words of the tus protocol. */
export const POST: RequestHandler = ({ locals, url, request }) => receiveUpload(signedIn(locals, url), request);
export const OPTIONS = POST;
