import { randomBytes } from 'node:crypto';
import {
  error,
  redirect,
  type Handle,
  type HandleServerError,
  type RequestEvent,
  type ServerInit
} from '@sveltejs/kit';
import { findSession, SESSION_COOKIE } from '$server/auth/sessions';
import { sendDue } from '$server/jobs/send-due-mail';
import { blobStoreProblem } from '$server/blobs/store';
import { makeOwnData } from '$server/own/own-data';
import { vapidKeys } from '$server/reminders/push';
import { openSimulatedSite } from '$server/links/simulated-site';
import { readHomeZone } from '$server/courses/home-zone';
import { hearChanges } from '$server/live/hub';
import { mark } from '$server/live/recent-changes';
import { log } from '$server/log';
import { keepStore } from '$server/jobs/keep-store';
import { sweepAll } from '$server/jobs/sweep';
import { workOnJobs } from '$server/db/queue';
import { mailTiding } from '$server/jobs/mail-tiding';
import { askingFor } from '$server/parsing/who-asks';
import { isUpload } from '$server/uploads/limits';
import { compressed } from './routes/shared/compressed';
import { takeSaid } from './routes/shared/said-once';
import { readTheme } from './routes/shared/theme';

/** Largest body of a request that carries no file. The longest remark fits several times. */
const FORM_LIMIT = 256 * 1024;
/** The letters of every page, in text and in headings. They are asked for with the page: what comes later moves what is read. */
const EVERYWHERE = /-latin-(wght|700)-.*\.woff2$/;
/** Largest body of what was written on a page between two pauses: a long text that is pasted at once. */
const PAGE_LIMIT = 2.2 * 1024 * 1024;
const WRITTEN = /^\/((assignments\/[^/]+\/pages|marking\/[^/]+\/parts)\/[^/]+|plan\/calendars)$/;
const SAFE_METHODS = new Set(['GET', 'HEAD', 'OPTIONS']);

// Whatever this process writes is nobody else's to read on this machine.
process.umask(0o077);
// What nobody waited for is logged, and ends nobody's request; what was thrown where nobody stood ends the process, which
// is then started again (scripts/start.mjs).
process.on('unhandledRejection', (reason) => log.error({ err: reason }, 'a failure that nobody waited for'));

export const init: ServerInit = async () => {
  await readHomeZone().catch((error: unknown) => log.error({ err: error }, 'the zone of the school could not be read'));
  const problem = await blobStoreProblem();
  if (problem) log.error({ problem }, 'blobs cannot be written');
  // Made at the first start, so that no page has to.
  await vapidKeys();
  await openSimulatedSite();
  void hearChanges();
  const stopJobs = workOnJobs({
    'mail-tiding': ({ tidingId }) => mailTiding(tidingId),
    'send-mails': sendDue,
    'own-data': ({ id }) => makeOwnData(id),
    'keep-store': keepStore,
    sweep: sweepAll
  });
  // Every request has been answered by then; what still stands are our own connections to the database.
  process.on('sveltekit:shutdown', () => void stopJobs().finally(() => process.exit(0)));
};

export const handle: Handle = async (input) => {
  try {
    return await answer(input);
  } finally {
    await readToItsEnd(input.event);
  }
};

const answer: Handle = async ({ event, resolve }) => {
  refuseZeros(event);
  refuseForeign(event);
  refuseOversized(event);
  event.locals.drawn = mark();
  await identify(event);
  refuseNobody(event);
  const { theme } = event.locals;
  // A page that follows its system is left as it was drawn: to change it is to copy all of it.
  const dressed = theme !== 'system' && {
    transformPageChunk: ({ html }: { html: string }) =>
      html.replace(' data-vendro-theme', ` data-theme="vendro-${theme}"`)
  };
  const respond = () =>
    resolve(event, {
      ...dressed,
      preload: ({ type, path }) => type === 'js' || type === 'css' || (type === 'font' && EVERYWHERE.test(path))
    });
  const response = await askingFor(event.locals.person?.id ?? 'nobody', respond);
  protect(response, event);
  return compressed(response, event.request);
};

/**
 * Requests that change something must come from our own pages.
 *
 * By Origin for every kind of body (forms, JSON, uploads), and by Sec-Fetch-Site (Fetch Metadata, W3C) where the browser
 * sends it. SvelteKit's own check knows only forms, and no exception (svelte.config.js).
 */
function refuseForeign({ request, url, route }: RequestEvent): void {
  if (SAFE_METHODS.has(request.method) || route.id === OF_MAIL) return;
  const site = request.headers.get('sec-fetch-site');
  if (request.headers.get('origin') !== url.origin || (site !== null && site !== 'same-origin'))
    error(403, 'This request came from another site, so nothing was changed.');
}

/** What mail programs send: from no page and without cookies. All that it may do lies sealed in its address. */
const OF_MAIL = '/mail/stop/[token]';

/** What can be changed by somebody who is not signed in. Whatever is not named here cannot. */
const OF_NOBODY = new Set([
  '/sign-in',
  '/sign-out',
  '/password/lost',
  '/password/[token]',
  '/family/[token]',
  '/shown/[token]',
  OF_MAIL,
  '/theme',
  '/clock'
]);

/** Denies by default: each use-case asks the policy besides, and knows more of what it is about. */
function refuseNobody({ request, locals, route, url }: RequestEvent): void {
  if (locals.person || SAFE_METHODS.has(request.method) || route.id === null || OF_NOBODY.has(route.id)) return;
  redirect(303, `/sign-in?to=${encodeURIComponent(url.pathname)}`);
}

/** PostgreSQL keeps no zero characters, so no address leads anywhere that has one. */
function refuseZeros({ url }: RequestEvent): void {
  if (/%00/.test(url.pathname + url.search)) error(400, 'This address cannot be read.');
}

/** Bytes of a refused request that are still read; whoever sends more is cut off. */
const READ_TO_END = 64 * 1024 * 1024;

/**
 * Reads what is left of a request that was answered before it had all come: a browser shows nothing of an answer that
 * comes while it still sends (RFC 9110, 7.5 and 9.3).
 */
async function readToItsEnd({ request }: RequestEvent): Promise<void> {
  if (!request.body || request.bodyUsed || request.body.locked) return;
  let left = READ_TO_END;
  const reader = request.body.getReader();
  for (;;) {
    const { done, value } = await reader.read().catch(() => ({ done: true, value: undefined }));
    if (done || !value || (left -= value.length) < 0) break;
  }
  await reader.cancel().catch(() => undefined);
}

/** Only uploads may be long, and only uploads may come without saying how long they are. */
function refuseOversized({ request, url }: RequestEvent): void {
  if (SAFE_METHODS.has(request.method) || isUpload(url)) return;
  const length = request.headers.get('content-length');
  if (length === null && request.body) error(411, 'The request did not say how long it is.');
  if (Number(length ?? 0) > (WRITTEN.test(url.pathname) ? PAGE_LIMIT : FORM_LIMIT))
    error(413, 'That is more text than fits here. Nothing was changed.');
}

async function identify({ cookies, locals, route, request, url, isDataRequest }: RequestEvent): Promise<void> {
  const token = cookies.get(SESSION_COOKIE);
  locals.person = token && route.id !== '/healthz' ? await findSession(token) : null;
  locals.reader = { zone: locals.person?.zone ?? 'UTC' };
  locals.theme = readTheme(cookies);
  locals.said = request.method === 'GET' && !isDataRequest && route.id ? takeSaid(cookies, url) : null;
}

function protect({ headers }: Response, { route }: RequestEvent): void {
  headers.set('x-content-type-options', 'nosniff');
  headers.set('referrer-policy', 'same-origin');
  headers.set('cross-origin-opener-policy', 'same-origin');
  // Pages show one person's work: nothing between here and their screen may keep them.
  if (route.id && !headers.has('cache-control')) headers.set('cache-control', 'private, no-store');
}

/** The person gets a reference, the log gets the reason. */
export const handleError: HandleServerError = ({ error: thrown, event, status, message }) => {
  const reference = randomBytes(4).toString('hex');
  if (status >= 500)
    log.error({ err: thrown, reference, route: event.route.id, method: event.request.method }, 'failed');
  return { message: status >= 500 ? 'Something failed on our side.' : message, reference };
};
