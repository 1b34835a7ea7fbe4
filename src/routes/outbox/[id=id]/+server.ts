import { error } from '@sveltejs/kit';
import { readEml } from '$server/mail/mail';
import { outboxIsOpen } from '$server/standins/outbox';
import { signedIn } from '../../shared/guard';

/** One mail of the stand-in's outbox as a file (RFC 5322). */
export const GET = async ({ locals, params, url }) => {
  const person = signedIn(locals, url);
  const eml = (await outboxIsOpen()) ? await readEml(person, params.id) : null;
  if (!eml) error(404, 'There is nothing here, or it is not yours to see.');
  return new Response(new Uint8Array(eml), {
    headers: { 'content-type': 'message/rfc822', 'content-disposition': `attachment; filename="${params.id}.eml"` }
  });
};
