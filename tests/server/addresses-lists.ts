import { randomUUID } from 'node:crypto';

/** Pages and deeds of whoever comes by: they show and change nothing of anybody. */
export const OF_ANYBODY = [
  'GET /sign-in',
  'GET /verify',
  'GET /healthz',
  'GET /.well-known/jwks.json',
  'GET /batons.svg',
  'GET /icons.svg',
  'GET /signed-in/still',
  'GET /password/lost',
  'GET /password/[token]',
  'POST /sign-in default',
  'POST /sign-out',
  'POST /theme',
  'POST /password/lost default',
  'POST /password/[token] default',
  'GET /family/[token]',
  'POST /family/[token] confirm',
  'POST /family/[token] end',
  'GET /feeds/[feed=feed]',
  'GET /shown/[token]',
  'POST /shown/[token] unlock',
  'GET /mail/stop/[token]',
  'POST /mail/stop/[token] default'
];
/** Answered to anybody who is signed in, about themselves alone. What is named in the body is another matter. */
export const OF_ONESELF = [
  ...[
    '/',
    '/desk',
    '/desk/all',
    '/desk/settled',
    '/captured',
    '/grades',
    '/plan',
    '/plan/hours',
    '/plan/calendars',
    '/plan/calendar.ics',
    '/plan/reminders',
    '/family',
    '/support',
    '/courses',
    '/portfolios',
    '/portfolios/mine',
    '/join',
    '/marking',
    '/marking/phrases',
    '/live',
    '/runway',
    '/said'
  ].map((path) => `GET ${path}`),
  ...[
    '/search',
    '/search/results',
    '/shelf',
    '/shelf/files',
    '/shelf/store',
    '/signed-in',
    '/tidings',
    '/tidings/mail'
  ].map((path) => `GET ${path}`),
  'POST /plan stop',
  'POST /plan unpin',
  'POST /plan/hours default',
  'POST /plan/calendars add',
  'POST /plan/calendars feed',
  'POST /plan/calendars end',
  'POST /plan/reminders keep',
  'POST /plan/reminders quiet',
  'POST /plan/reminders/device',
  'POST /family invite',
  'POST /signed-in own',
  'POST /shelf createFolder',
  'POST /shelf emptyBin',
  'POST /shelf put',
  'POST /shelf/store connect',
  'POST /shelf/store forget',
  'POST /shelf/store/copy',
  'POST /signed-in end',
  'POST /signed-in password',
  'POST /tidings read',
  'POST /tidings/mail keep',
  'POST /portfolios make',
  'POST /join phrase',
  'POST /join accept',
  'POST /join/[token] default',
  'GET /join/[token]',
  'POST /uploads',
  'OPTIONS /uploads',
  'POST /uploads/known',
  'POST /uploads/together',
  'POST /briefs/preview',
  'POST /assignments/[id=id] declareSite'
];

/** What everyone in a course may see or do there for themselves. */
export const OF_COURSE = [
  'GET /assignments/[id=id]',
  'GET /courses/[course]',
  'GET /courses/[course]/about',
  'GET /courses/[course]/roster',
  'GET /courses/[course]/aside',
  'GET /courses/[course]/floor',
  'POST /courses/[course]/floor heard',
  'GET /courses/[course]/board',
  'GET /courses/[course]/board/csv',
  'GET /courses/[course]/remarks',
  'GET /assignments/[id=id]/due.ics',
  'GET /assignments/[id=id]/together',
  'POST /assignments/[id=id]/together choose',
  'POST /assignments/[id=id]/together leave',
  'GET /grades/[course]',
  'POST /plan pin',
  'POST /plan start',
  'POST /plan wish',
  'GET /materials/[id=id]',
  'GET /notices/[id=id]',
  'GET /people/[id=id]'
];

/** Fields of forms that are the same in every school. */
export const FIXED = {
  how: 'each',
  on: 'yes',
  why: 'x',
  spot: 'left-out',
  places: 'x',
  question: 'x',
  part: 'p-1',
  no: '1',
  scheme: '{}',
  says: '80',
  declined: '',
  shown: 'yes',
  minutes: '30',
  target: '',
  contents: '',
  pinned: 'yes',
  counts: 'latest',
  naming: '',
  lateKind: 'none',
  percent: '0',
  graceMinutes: '0',
  floorPercent: '0',
  allowance: '',
  followMinutes: '30'
};

/** Ids and secrets that lead to nothing. */
export const OF_NOTHING = {
  'join token': 'x'.repeat(32),
  'password token': 'x'.repeat(32),
  'family token': 'x'.repeat(32),
  'shown token': 'x'.repeat(32),
  'mail token': 'x'.repeat(32),
  'feeds feed': `${'x'.repeat(32)}.ics`,
  'uploads upload': '0'.repeat(32),
  'outbox id': randomUUID(),
  'voices id': randomUUID(),
  'own id': randomUUID(),
  'portfolio id': randomUUID(),
  'shown id': randomUUID()
};

/** Asked of last: whoever has done them is nobody any more, or nobody in the course, and is refused whatever comes after. */
export const ENDING = [
  'POST /sign-out',
  'POST /signed-in end',
  'POST /signed-in password',
  'POST /courses/[course]/roster leave'
];
