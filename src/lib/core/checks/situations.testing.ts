import type { DeliverableView } from '../packets/views';
import type { FilePiece, LinkPiece } from '../pieces/piece';
import { fold } from '../packets/fold';
import type { CustodyEvent } from '../packets/events';
import type { Terms } from '../packets/terms';
import type { Situation } from './check';

/** Ordinary packets to run checks on; a test names only what it turns on. */
export const HOUR = 3_600_000;
export const NOON = Date.parse('2027-03-10T12:00:00Z');
export const TERMS: Terms = {
  counts: 'latest',
  stages: [],
  standsAgain: false,
  followMinutes: 30,
  opens: null,
  due: NOON + HOUR,
  closes: null,
  allowance: 3,
  takeBack: true,
  settles: 'result',
  late: { kind: 'per-day', percent: 10, graceMinutes: 0, floorPercent: 50 }
};
export const REPORT: DeliverableView = {
  id: 'report',
  title: 'Report',
  ask: '',
  optional: false,
  wants: {},
  named: null
};

export const file = (over: Partial<FilePiece> = {}): FilePiece => ({
  kind: 'file',
  id: 'p',
  deliverableId: 'report',
  name: 'report.docx',
  note: '',
  size: 10,
  mediaType: 'text/plain',
  facts: {},
  spotLeftOut: false,
  captioned: false,
  cameBack: false,
  evidenceFor: null,
  newer: null,
  links: [],
  reading: { words: 900, pages: null },
  same: { rounds: [], piece: null, handedOut: null },
  madeFrom: null,
  uncompared: false,
  ...over
});
export const LOOK = {
  id: 'k',
  at: NOON,
  verdict: 'opens',
  ownTab: false,
  finalUrl: null,
  title: '',
  excerpt: '',
  pictured: false
} as const;
export const link = (over: Partial<LinkPiece> = {}): LinkPiece => ({
  kind: 'link',
  id: 'l',
  deliverableId: 'report',
  name: 'My notebook',
  note: '',
  url: 'https://shore.example/ilse/day-3',
  knowingly: false,
  look: LOOK,
  changedAt: null,
  seenAt: NOON,
  ...over
});
export const situation = (
  over: Partial<Situation> = {},
  terms: Partial<Terms> = {},
  events: CustodyEvent[] = []
): Situation => ({
  custody: fold({ ...TERMS, ...terms }, events),
  deliverables: [REPORT],
  pieces: [file()],
  mustDo: [],
  ownSite: null,
  coming: [],
  comingSeconds: null,
  title: 'Field report',
  others: [],
  strict: [],
  submitBy: null,
  courseZone: 'Atlantic/Faroe',
  now: NOON,
  ...over
});
export const wants = (over: DeliverableView['wants'], more: Partial<DeliverableView> = {}) => ({
  deliverables: [{ ...REPORT, wants: over, ...more }]
});
