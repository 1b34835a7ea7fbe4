/// <reference lib="webworker" />
import { build, version } from '$service-worker';

/**
 * Lets the page that verifies receipts open where there is no line. It rules over that page alone: `routes/verify` registers
 * it with that scope (Service Workers, W3C, 3.2.7).
 */
const worker = self as unknown as ServiceWorkerGlobalScope;
const PAGE = '/verify';
const KEPT = `verify ${version}`;

worker.addEventListener('install', (event) => event.waitUntil(keep().then(() => worker.skipWaiting())));
worker.addEventListener('activate', (event) => event.waitUntil(dropOthers().then(() => worker.clients.claim())));
worker.addEventListener('fetch', (event) => {
  const { request } = event;
  if (request.method !== 'GET') return;
  if (request.mode === 'navigate') event.respondWith(fetch(request).catch(() => kept(PAGE)));
  else event.respondWith(kept(request).then((found) => (found.ok ? found : fetch(request))));
});

/** The page as nobody in particular sees it, with the school's keys, and what it is made of. */
async function keep(): Promise<void> {
  const page = await fetch(PAGE, { credentials: 'omit', cache: 'reload' });
  if (!page.ok) throw new Error(`The page was answered with ${page.status}.`);
  const named = `${page.headers.get('link') ?? ''} ${await page.clone().text()}`;
  const parts = build.filter((path) => named.includes(path) || /\/unpack-|-latin-wght-/.test(path));
  const cache = await caches.open(KEPT);
  await Promise.all([cache.put(PAGE, page), cache.addAll(parts)]);
}

async function kept(request: RequestInfo): Promise<Response> {
  return (await (await caches.open(KEPT)).match(request)) ?? Response.error();
}

async function dropOthers(): Promise<void> {
  const names = await caches.keys();
  await Promise.all(names.filter((name) => name !== KEPT).map((name) => caches.delete(name)));
}
