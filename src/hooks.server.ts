import { randomBytes } from 'node:crypto';
import { error, type Handle, type HandleServerError, type ServerInit } from '@sveltejs/kit';
import { sequence } from '@sveltejs/kit/hooks';
import { findSession, SESSION_COOKIE } from '$server/auth/sessions';
import { blobStoreProblem } from '$server/blobs/store';
import { log } from '$server/log';
import { isUpload } from '$server/uploads/limits';
import { readTheme } from './routes/shared/theme';

/** Largest body of a request that carries no file. The longest remark fits several times. */
const FORM_LIMIT = 256 * 1024;
const SAFE_METHODS = new Set(['GET', 'HEAD', 'OPTIONS']);

export const init: ServerInit = async () => {
  const problem = await blobStoreProblem();
  if (problem) log.error({ problem }, 'blobs cannot be written');
};

/**
 * Requests that change something must come from our own pages.
 *
 * SvelteKit checks the Origin of form posts itself; this covers every other kind of body (JSON, uploads) and adds
 * Sec-Fetch-Site (Fetch Metadata, W3C) where the browser sends it.
 */
const sameOrigin: Handle = ({ event, resolve }) => {
  if (SAFE_METHODS.has(event.request.method)) return resolve(event);
  const site = event.request.headers.get('sec-fetch-site');
  const origin = event.request.headers.get('origin');
  if (origin !== event.url.origin || (site !== null && site !== 'same-origin'))
    error(403, 'This request came from another site, so nothing was changed.');
  return resolve(event);
};

/** Only uploads may be long, and only uploads may come without saying how long they are. */
const bodyLimit: Handle = ({ event, resolve }) => {
  if (SAFE_METHODS.has(event.request.method) || isUpload(event.url)) return resolve(event);
  const length = event.request.headers.get('content-length');
  if (length === null && event.request.body) error(411, 'The request did not say how long it is.');
  if (Number(length ?? 0) > FORM_LIMIT) error(413, 'That is more text than fits here. Nothing was changed.');
  return resolve(event);
};

const identify: Handle = async ({ event, resolve }) => {
  const token = event.cookies.get(SESSION_COOKIE);
  event.locals.person = token && event.route.id !== '/healthz' ? await findSession(token) : null;
  event.locals.reader = { zone: event.locals.person?.zone ?? 'UTC' };
  return resolve(event);
};

const dress: Handle = async ({ event, resolve }) => {
  const theme = (event.locals.theme = readTheme(event.cookies));
  const attribute = theme === 'system' ? '' : ` data-theme="vendro-${theme}"`;
  const response = await resolve(event, {
    transformPageChunk: ({ html }) => html.replace(' data-vendro-theme', attribute),
    preload: ({ type, path }) => type === 'js' || type === 'css' || (type === 'font' && path.includes('-latin-wght-'))
  });
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('referrer-policy', 'same-origin');
  response.headers.set('cross-origin-opener-policy', 'same-origin');
  // Pages show one person's work: nothing between here and their screen may keep them.
  if (!response.headers.has('cache-control') && event.route.id)
    response.headers.set('cache-control', 'private, no-store');
  return response;
};

export const handle = sequence(dress, sameOrigin, bodyLimit, identify);

/** The person gets a reference, the log gets the reason. */
export const handleError: HandleServerError = ({ error: thrown, event, status, message }) => {
  const reference = randomBytes(4).toString('hex');
  if (status >= 500)
    log.error({ err: thrown, reference, route: event.route.id, method: event.request.method }, 'failed');
  return { message: status >= 500 ? 'Something failed on our side.' : message, reference };
};
