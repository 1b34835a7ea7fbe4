import { z } from 'zod';
import { followLink, unlock } from '$server/portfolio/shown';
import { openAction } from '../../shared/action';
import { orNotFound } from '../../shared/guard';
import type { RequestEvent } from './$types';
import { proofCookie } from './proof';

export const load = async ({ params, url, cookies, setHeaders }) => {
  // Found by whoever has the link, and by nobody else: no search engine, and no site that a link on it leads to.
  setHeaders({ 'x-robots-tag': 'noindex, nofollow', 'referrer-policy': 'no-referrer' });
  const met = await orNotFound(followLink(params.token, cookies.get(proofCookie(params.token)) ?? null));
  return { met, token: params.token, page: url.searchParams.get('page') };
};

const Password = z.object({ password: z.string().max(200) });
export const actions = {
  unlock: openAction(
    Password,
    async ({ password }, { params, cookies, url }: RequestEvent) => {
      const said = await unlock(params.token, password);
      if (said.ok && said.proof !== '')
        cookies.set(proofCookie(params.token), said.proof, {
          path: `/shown/${params.token}`,
          httpOnly: true,
          sameSite: 'lax',
          secure: url.protocol === 'https:'
        });
      return said;
    },
    { goTo: (_, __, { params }) => `/shown/${params.token}` }
  )
};
