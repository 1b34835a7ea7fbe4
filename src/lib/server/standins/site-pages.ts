import type { IncomingMessage, ServerResponse } from 'node:http';
import { gzipSync } from 'node:zlib';

type Answer = (response: ServerResponse, request: IncomingMessage) => void;

/** What the page at `/notebooks/changing` says now. Tests change it by putting another text there. */
let changing = 'The gauge read 214 cm at noon.';

const page = (title: string, body: string, head = ''): string =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${title}</title>${head}</head><body>${body}</body></html>`;

const html =
  (status: number, text: string, headers: Record<string, string> = {}): Answer =>
  (response) =>
    response.writeHead(status, { 'content-type': 'text/html; charset=utf-8', ...headers }).end(text);

const to =
  (location: string): Answer =>
  (response) =>
    response.writeHead(302, { location }).end();

const NOTEBOOK = `<h1>Tide gauge, north quay</h1>
  <p>Readings of one week, cleaned and drawn. The storm of Thursday stands out by forty centimetres.</p>
  <p>${'Each reading was taken at the top of the hour and checked against the harbour book. '.repeat(12)}</p>`;

/** A site of pages as students link to them: one of each kind that the fetcher must tell apart. */
const FERRY_CALENDAR = [
  ...[
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Skerrow//Ferry//EN',
    'NAME:Ferry duty',
    'BEGIN:VEVENT',
    'UID:ferry@skerrow.example'
  ],
  ...[
    'SUMMARY:Ferry duty',
    'DTSTART:20260901T060000Z',
    'DURATION:PT1H',
    'RRULE:FREQ=DAILY',
    'END:VEVENT',
    'END:VCALENDAR',
    ''
  ]
].join('\r\n');

export const PAGES: Record<string, Answer> = {
  '/ferry.ics': (response) => void response.writeHead(200, { 'content-type': 'text/calendar' }).end(FERRY_CALENDAR),
  '/': html(200, page('Skerrow pages', '<h1>Skerrow pages</h1><p>Notebooks and pages of the school.</p>')),
  '/notebooks/ilse/tide-gauge': html(
    200,
    page(
      'Tide gauge, north quay',
      NOTEBOOK,
      `<meta name="description" content="One week of readings at the north quay, cleaned and drawn.">
       <meta property="og:image" content="/pictures/gauge.svg">`
    )
  ),
  '/notebooks/teodor/tide-gauge': html(
    200,
    page('Tide gauge, south mole', NOTEBOOK.replace('north quay', 'south mole'))
  ),
  '/notebooks/ilse/storm-week': html(
    200,
    page('Storm week', '<h1>Storm week</h1><p>This notebook has not been published yet.</p>')
  ),
  '/notebooks/ilse/tide-gauge/edit': html(200, page('Editing Tide gauge', `${NOTEBOOK}<textarea></textarea>`)),
  '/notebooks/own-tab': html(200, page('Own tab', NOTEBOOK), { 'x-frame-options': 'DENY' }),
  '/notebooks/changing': (response, request) => {
    if (request.method !== 'PUT')
      return html(200, page('Gauge book', `<h1>Gauge book</h1><p>${changing}</p>`))(response, request);
    let said = '';
    request.on('data', (chunk: Buffer) => (said += chunk.toString()));
    request.on('end', () => {
      changing = said.replace(/[<>&]/g, '');
      response.writeHead(204).end();
    });
  },
  '/club/lab-book': to('/sign-in?next=/club/lab-book'),
  '/sign-in': html(
    200,
    page('Sign in', '<h1>Sign in</h1><form><input name="name"><input type="password" name="password"></form>')
  ),
  '/staff-only': html(403, page('No entry', '<p>This is not for you.</p>')),
  '/gallery/2025': to('/'),
  '/under-repair': html(503, page('Under repair', '<p>Back soon.</p>')),
  '/pictures/gauge.svg': (response) => response.writeHead(200, { 'content-type': 'image/svg+xml' }).end(GAUGE),
  // From here on: what no honest site does.
  '/silent': () => undefined,
  '/round-and-round': to('/round-and-round'),
  '/inwards': to('http://127.0.0.1:1/'),
  '/inwards-by-name': to('http://localhost:1/'),
  '/endless': (response) => {
    response.writeHead(200, { 'content-type': 'text/html' });
    const more = () => {
      while (!response.destroyed && response.write('x'.repeat(65_536)));
    };
    response.on('drain', more);
    more();
  },
  '/unpacks-to-much': (response) =>
    response
      .writeHead(200, { 'content-type': 'text/html', 'content-encoding': 'gzip' })
      .end(gzipSync(Buffer.alloc(60_000_000, 'x')))
};

const GAUGE = `<svg xmlns="http://www.w3.org/2000/svg" width="640" height="320"><rect width="640" height="320" fill="#f4efe4"/>
<path d="M20 220 C 90 60, 150 60, 220 220 S 350 380, 420 200 S 560 40, 620 120" fill="none" stroke="#0f4c5c" stroke-width="6"/>
<path d="M20 240H620" stroke="#8a8472" stroke-width="2"/></svg>`;
