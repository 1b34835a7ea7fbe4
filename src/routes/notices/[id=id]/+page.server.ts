import { z } from 'zod';
import { config } from '$server/config';
import { readNotice } from '$server/courses/notices';
import { post } from '$server/threads/posts';
import { handleForm } from '../../shared/form';
import { orNotFound, signedIn } from '../../shared/guard';

export const load = async ({ locals, params, url }) => ({
  notice: await orNotFound(readNotice(signedIn(locals, url), params.id)),
  largestFile: config.maxFileBytes
});

export const actions = {
  post: async ({ locals, params, url, request }) =>
    handleForm(
      request,
      z.object({ body: z.string().trim().min(1, 'Write something first.').max(10_000) }),
      async ({ body }) => {
        await post(signedIn(locals, url), { body, noticeId: params.id, to: 'floor' });
        return { done: true };
      }
    )
};
