import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { DeliverableView, FilePiece, LinkPiece } from '../packets/views';
import { fold } from '../packets/fold';
import type { CustodyEvent } from '../packets/events';
import type { Terms } from '../packets/terms';
import type { Situation } from './check';
import { CHECKS, runChecks } from './run-checks';
import { anchorOf, findingsText } from './words';

const HOUR = 3_600_000;
const NOON = Date.parse('2027-03-10T12:00:00Z');
const TERMS: Terms = {
  counts: 'latest',
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
const REPORT: DeliverableView = { id: 'report', title: 'Report', ask: '', optional: false, wants: {}, named: null };

const file = (over: Partial<FilePiece> = {}): FilePiece => ({
  kind: 'file',
  id: 'p',
  deliverableId: 'report',
  name: 'report.docx',
  note: '',
  size: 10,
  mediaType: 'text/plain',
  facts: {},
  newer: null,
  links: [],
  reading: { words: 900, pages: null },
  same: { rounds: [], piece: null, handedOut: null },
  ...over
});
const LOOK = {
  id: 'k',
  at: NOON,
  verdict: 'opens',
  ownTab: false,
  finalUrl: null,
  title: '',
  excerpt: '',
  pictured: false
} as const;
const link = (over: Partial<LinkPiece> = {}): LinkPiece => ({
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
const situation = (
  over: Partial<Situation> = {},
  terms: Partial<Terms> = {},
  events: CustodyEvent[] = []
): Situation => ({
  custody: fold({ ...TERMS, ...terms }, events),
  deliverables: [REPORT],
  pieces: [file()],
  mustDo: [],
  ownSite: null,
  coming: 0,
  courseZone: 'Atlantic/Faroe',
  now: NOON,
  ...over
});
const wants = (over: DeliverableView['wants'], more: Partial<DeliverableView> = {}) => ({
  deliverables: [{ ...REPORT, wants: over, ...more }]
});
const found = (at: Situation) => runChecks(at).map(({ check, words }) => `${check}: ${words}`);
const submitted = (round: number): CustodyEvent[] => [
  { type: 'piece-added', piece: 'p', at: NOON - HOUR, by: 'ilse' },
  { type: 'submitted', round, pieces: 1, at: NOON - HOUR, by: 'ilse' },
  { type: 'revised', round, at: NOON - HOUR, by: 'ilse' }
];

describe('checks', () => {
  it('find nothing where a packet is as the brief wants it', () => {
    expect(found(situation(wants({ words: { from: 800, to: 1200 }, howMany: { from: 1, to: 1 } })))).toEqual([]);
  });

  it.each<[string, Situation, string[]]>([
    ['an empty place', situation({ pieces: [] }), ['filled-places: Report is empty.']],
    [
      'too few pieces',
      situation(wants({ howMany: { from: 2, to: 6 } })),
      ['filled-places: Report holds 1 piece; wanted: 2 to 6 pieces.']
    ],
    [
      'too few words',
      situation({ ...wants({ words: { from: 1000 } }) }),
      ['words-and-pages: report.docx has 900 words; wanted: at least 1,000 words.']
    ],
    [
      'too many pages',
      situation({ ...wants({ pages: { to: 2 } }), pieces: [file({ reading: { words: 5, pages: 3 } })] }),
      ['words-and-pages: report.docx has 3 pages; wanted: at most 2 pages.']
    ],
    [
      'a locked file',
      situation({ pieces: [file({ facts: { trouble: 'locked' } })] }),
      ['sound: report.docx: This file asks for a password. Your teacher could not open it: save it without one.']
    ],
    [
      'a handout untouched',
      situation({ pieces: [file({ same: { rounds: [], piece: null, handedOut: 'Outline' } })] }),
      ['handed-out: report.docx is still “Outline” as it was handed out. Is your work in another file?']
    ],
    [
      'a link that asks to sign in',
      situation({ pieces: [link({ look: { ...LOOK, verdict: 'asks-to-sign-in' } })] }),
      ['links: My notebook: asks to sign in.']
    ],
    [
      'a link inside that is gone',
      situation({ pieces: [file({ links: [{ url: 'https://x.example/', verdict: 'not-found', at: NOON }] })] }),
      ['links: report.docx: 1 link inside; not found.']
    ],
    [
      'a site that was not declared',
      situation({ ...wants({ ownSite: true }), pieces: [link()] }),
      ['links: Report: say which site is yours.']
    ],
    [
      'a link elsewhere',
      situation({ ...wants({ ownSite: true }), pieces: [link()], ownSite: 'https://shore.example/teodor' }),
      ['links: My notebook does not lie on your site, shore.example/teodor.']
    ],
    [
      'another name',
      situation(wants({ howMany: { from: 1, to: 1 } }, { named: 'Varga Report' })),
      ['names: report.docx is not named as the brief wants: Varga Report.']
    ],
    [
      'a step that is left',
      situation({
        mustDo: [
          { id: '1', text: 'Sign out at the hut.', optional: false, metBy: 'tick', met: false },
          { id: '2', text: 'Ask for a tape.', optional: true, metBy: 'floor', met: false }
        ]
      }),
      ['must-do: Not done yet: Sign out at the hut.']
    ],
    [
      'files on their way',
      situation({ coming: 2 }),
      ['still-coming: 2 files are still on their way. A round submitted now goes without them.']
    ],
    ['lateness', situation({ now: NOON + 2 * HOUR }), ['time: Late: day 1, 10 % of the points are lost.']],
    [
      'the last round, for good',
      situation({}, { allowance: 1, takeBack: false }),
      [
        'time: This is the last round: after it, only your teacher can give you another one.',
        'time: Once submitted, it cannot be taken back.'
      ]
    ],
    [
      'a round that changes nothing',
      situation({ pieces: [file({ same: { rounds: [1], piece: null, handedOut: null } })] }, {}, submitted(1)),
      ['same-again: Every piece is the same as in round 1. Nothing has changed since.']
    ],
    [
      'one file in two places',
      situation({
        pieces: [
          file({ same: { rounds: [], piece: 'b.docx', handedOut: null } }),
          file({
            id: 'q',
            deliverableId: null,
            name: 'b.docx',
            same: { rounds: [], piece: 'report.docx', handedOut: null }
          })
        ]
      }),
      ['same-again: b.docx is the same file as report.docx.']
    ]
  ])('see %s', (_what, at, words) => {
    expect(found(at)).toEqual(words);
  });

  it('leave alone a link that was kept knowingly, and a name that begins as wanted where several lie', () => {
    const kept = link({ knowingly: true, look: { ...LOOK, verdict: 'not-found' } });
    expect(found(situation({ pieces: [kept] }))).toEqual([]);
    const several = [file({ name: 'Varga Pools 1.jpg' }), file({ id: 'q', name: 'Varga Pools 2.jpg' })];
    expect(found(situation({ ...wants({}, { named: 'Varga Pools' }), pieces: several }))).toEqual([]);
  });

  it('never report what is optional as lacking', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ id: fc.uuid(), title: fc.string() }), { maxLength: 5 }),
        fc.array(fc.record({ id: fc.uuid(), text: fc.string() }), { maxLength: 5 }),
        (places, items) => {
          const at = situation({
            deliverables: places.map((place) => ({ ...REPORT, ...place, optional: true })),
            mustDo: items.map((item) => ({ ...item, optional: true, metBy: 'tick', met: false })),
            pieces: []
          });
          expect(found(at)).toEqual([]);
        }
      )
    );
  });

  it('have names of their own, and lead to a part of the page', () => {
    expect(new Set(CHECKS.map(({ name }) => name)).size).toBe(CHECKS.length);
    expect(anchorOf({ words: '', at: { place: null } })).toBe('place-also');
    expect(anchorOf({ words: '', at: { part: 'brief' } })).toBe('brief');
    expect([0, 1, 4].map(findingsText)).toEqual([null, '1 thing to look at', '4 things to look at']);
  });
});
