import { receiveUpload } from '$server/uploads/receive';
import { signedIn } from '../../shared/guard';
import type { RequestHandler } from './$types';

/** Where an upload stands, more of its bytes, and its end, in the words of the tus protocol. */
const handle: RequestHandler = ({ locals, url, request }) => receiveUpload(signedIn(locals, url), request);
export const HEAD = handle;
export const PATCH = handle;
export const DELETE = handle;
/** For clients that know no PATCH: the method that they mean stands in a header. */
export const POST = handle;
