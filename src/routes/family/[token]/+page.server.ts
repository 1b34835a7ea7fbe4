import { z } from 'zod';
import { confirmGuardian, endByLink, openGuardianLink } from '$server/family/guardians';
import { openAction } from '../../shared/action';
import { orNotFound } from '../../shared/guard';
import type { RequestEvent } from './$types';

export const load = async ({ params, setHeaders }) => {
  setHeaders({ 'x-robots-tag': 'noindex' });
  return orNotFound(openGuardianLink(params.token));
};

const Nothing = z.object({});
export const actions = {
  confirm: openAction(Nothing, (_, { params }: RequestEvent) => confirmGuardian(params.token), {
    then: () => ({ done: 'Thank you. The first summary comes on Sunday.' })
  }),
  end: openAction(Nothing, (_, { params }: RequestEvent) => endByLink(params.token))
};
