/// <reference lib="webworker" />
import { build, version } from '$service-worker';

/**
 * Lets the page that verifies receipts open where there is no line, and shows what the server pushes (Push API, W3C). It rules over two
 * pages alone: `routes/verify` and `routes/plan/reminders` register it with their scopes (Service Workers, W3C, 3.2.7).
 */
const worker = self as unknown as ServiceWorkerGlobalScope;
const PAGE = '/verify';
const KEPT = `verify ${version}`;

worker.addEventListener('install', (event) => event.waitUntil(keep().then(() => worker.skipWaiting())));
worker.addEventListener('activate', (event) => event.waitUntil(dropOthers().then(() => worker.clients.claim())));
worker.addEventListener('fetch', (event) => {
  const { request } = event;
  if (request.method !== 'GET' || !new URL(worker.registration.scope).pathname.startsWith(PAGE)) return;
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

/** What is pushed says what happened and where it is; it is encrypted for this device alone. */
interface Pushed {
  title: string;
  body: string;
  href: string;
}

worker.addEventListener('push', (event) => {
  const said = event.data?.json() as Partial<Pushed> | undefined;
  const { title = 'Vendro', body = '', href = '/tidings' } = said ?? {};
  event.waitUntil(worker.registration.showNotification(title, { body, tag: href, data: href }));
});
worker.addEventListener('notificationclick', (event) => {
  event.notification.close();
  event.waitUntil(worker.clients.openWindow(String(event.notification.data)));
});
