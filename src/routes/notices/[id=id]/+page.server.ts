import { config } from '$server/config';
import { readNotice } from '$server/courses/notices';
import { orNotFound, signedIn } from '../../shared/guard';

export const load = async ({ locals, params, url }) => {
  const notice = await orNotFound(readNotice(signedIn(locals, url), params.id));
  return { notice, now: notice.now, largestFile: config.maxFileBytes };
};
