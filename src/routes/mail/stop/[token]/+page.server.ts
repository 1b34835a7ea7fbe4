import { z } from 'zod';
import { openStop, stopMails } from '$server/family/stop-mails';
import { openAction } from '../../../shared/action';
import { orNotFound } from '../../../shared/guard';
import type { RequestEvent } from './$types';

export const load = async ({ params, setHeaders }) => {
  setHeaders({ 'x-robots-tag': 'noindex' });
  return orNotFound(openStop(params.token));
};

/** What a mail program sends by itself when its reader presses there (RFC 8058, 3.1). */
const OneClick = z.object({ 'List-Unsubscribe': z.literal('One-Click') });
export const actions = {
  // Answered at once: a mail program follows no redirect.
  default: openAction(OneClick, (_, { params }: RequestEvent) => stopMails(params.token), { stays: true })
};
