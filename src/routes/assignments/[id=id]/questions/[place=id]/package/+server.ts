import { Readable } from 'node:stream';
import { json } from '@sveltejs/kit';
import contentDisposition from 'content-disposition';
import { wordsOfRefusal } from '$core/refusals/registry';
import { bringQuestions, LARGEST_PACKAGE, questionsPackage } from '$server/assignments/questions-package';
import { bytesIn } from '../../../../../shared/bytes-in';
import { orNotFound, signedIn } from '../../../../../shared/guard';

/** The questions of a place as a package (QTI 3). */
export const GET = async ({ locals, params, url }) => {
  const at = { assignmentId: params.id, deliverableId: params.place };
  const { name, stream } = await orNotFound(questionsPackage(signedIn(locals, url), at));
  return new Response(Readable.toWeb(stream) as ReadableStream, {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': contentDisposition(name),
      'cache-control': 'private, no-store'
    }
  });
};

/** Reads such a package: bytes as they are, with their name in the address. */
export const POST = async ({ locals, params, url, request }) => {
  const at = { assignmentId: params.id, deliverableId: params.place };
  const brought = await orNotFound(bringQuestions(signedIn(locals, url), at, bytesIn(request, url, LARGEST_PACKAGE)));
  return json(brought.ok ? brought : { ok: false, words: wordsOfRefusal(brought.why, { largest: LARGEST_PACKAGE }) });
};
