import { sendFile } from '$server/blobs/send-file';
import { openByLink } from '$server/portfolio/shown';
import { orNotFound } from '../../../../shared/guard';
import { proofCookie } from '../../proof';

/** A file that is shown to whoever has the link. */
export const GET = async ({ params, cookies, request }) =>
  sendFile(
    await orNotFound(openByLink(params.token, params.id, cookies.get(proofCookie(params.token)) ?? null)),
    request
  );
