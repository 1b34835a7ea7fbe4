import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CustodyEvent } from '../packets/events';
import type { Situation } from './check';
import { CHECKS, runChecks, STRICTABLE } from './run-checks';
import { file, HOUR, link, LOOK, NOON, REPORT, situation, wants } from './situations.testing';
import { anchorOf, findingsText } from './words';

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

  it('stop a submit only where the teacher made them strict, and say that first', () => {
    const at = situation({ ...wants({ words: { from: 1000 } }), coming: [null], strict: ['measures'] });
    expect(runChecks(at).map(({ check, stops }) => [check, stops])).toEqual([
      ['measures', true],
      ['still-coming', false]
    ]);
    expect(STRICTABLE.map(({ name }) => name)).not.toContain('time');
  });

  it('do not take a name for another assignment’s where it says this one too, or only shares a word', () => {
    const others = ['Field report 2', 'Shore sketches'];
    for (const name of ['Varga Field report.docx', 'shore.docx', 'report.docx', 'Field report and shore sketches.docx'])
      expect(found(situation({ pieces: [file({ name })], others }))).toEqual([]);
  });

  it.each<[string, Situation, string[]]>([
    ['an empty place', situation({ pieces: [] }), ['filled-places: Report is empty.']],
    [
      'a place to which a file is on its way as no empty one',
      situation({ pieces: [], coming: ['report'] }, { followMinutes: 0 }),
      ['still-coming: 1 file is still on its way. A round submitted now goes without it.']
    ],
    [
      'too few pieces',
      situation(wants({ howMany: { from: 2, to: 6 } })),
      ['filled-places: Report holds 1 piece; wanted: 2 to 6 pieces.']
    ],
    [
      'too few words',
      situation({ ...wants({ words: { from: 1000 } }) }),
      ['measures: report.docx has 900 words; wanted: at least 1,000 words.']
    ],
    [
      'a starter’s copy beside what was written instead, of which the untouched one is not spoken of twice',
      situation({
        ...wants({}, { starter: true }),
        pieces: [
          file({ id: 'c', name: 'Log.md', facts: { prompts: [{ label: 'Why?', optional: false, answered: false }] } }),
          file({ id: 's', name: 'Log.pdf' })
        ]
      }),
      ['two-copies: Both Log.md and Log.pdf lie in Report. Take out the one that is not to count.']
    ],
    [
      'a question of a starter that is open, also beside what was written instead, once something is answered',
      situation({
        ...wants({}, { starter: true }),
        pieces: [
          file({
            id: 'c',
            name: 'Log.md',
            facts: {
              prompts: [
                { label: 'Why?', optional: false, answered: false },
                { label: 'Who?', optional: false, answered: true },
                { label: 'More?', optional: true, answered: false }
              ]
            }
          }),
          file({ id: 'e', name: 'programme.pdf', evidenceFor: 'Activity 1, programme' })
        ]
      }),
      ['prompts: Log.md: 1 of 2 answered. Open: “Why?”.']
    ],
    [
      'too many pages',
      situation({ ...wants({ pages: { to: 2 } }), pieces: [file({ reading: { words: 5, pages: 3 } })] }),
      ['measures: report.docx has 3 pages; wanted: at most 2 pages.']
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
      situation({ coming: [null, null] }),
      [
        'still-coming: 2 files are still on their way. Submitting seals them now: the round counts from the seal, if all arrives within 30 min.'
      ]
    ],
    [
      'files that nothing waits for',
      situation({ coming: [null] }, { followMinutes: 0 }),
      ['still-coming: 1 file is still on its way. A round submitted now goes without it.']
    ],
    [
      'files that will be late at this speed',
      situation({ coming: [null], comingSeconds: 2 * 3600 }),
      [
        'still-coming: 1 file is still on its way. Submitting seals it now: the round counts from the seal, if all arrives within 30 min. At this speed it takes 2 h more, and this is due before that.'
      ]
    ],
    [
      'a picture on which nothing can be seen',
      situation({ pieces: [file({ name: 'page.jpg', facts: { seen: 'dark' } })] }),
      ['empty-inside: page.jpg: This picture is almost black. Take it again with more light.']
    ],
    [
      'a silent recording that is too short',
      situation({
        ...wants({ seconds: { from: 60 } }),
        pieces: [file({ name: 'voice.webm', facts: { recording: { seconds: 12.4, silent: true } } })]
      }),
      [
        'empty-inside: voice.webm: Nothing can be heard in this recording. Was the microphone on?',
        'measures: voice.webm has 12 s; wanted: at least 1 min.'
      ]
    ],
    [
      'a picture that is too small',
      situation({
        ...wants({ pixels: { from: 1000 } }),
        pieces: [file({ facts: { pixels: { width: 640, height: 480 } } })]
      }),
      ['measures: report.docx has 640 pixels; wanted: at least 1,000 pixels.']
    ],
    [
      'another font and spacing',
      situation({
        ...wants({ font: 'Georgia', spacing: 1.5 }),
        pieces: [file({ facts: { writing: { font: 'Arial', spacing: 1 } } })]
      }),
      [
        'setting: report.docx is mostly in Arial; wanted: Georgia.',
        'setting: report.docx has single line spacing; wanted: 1.5.'
      ]
    ],
    [
      'a handout that is almost as it was',
      situation({ pieces: [file({ madeFrom: { title: 'Outline', share: 0.957, unanswered: [] } })] }),
      ['handed-out: 95 % of report.docx is “Outline” as it was handed out. Is all of your work in it?']
    ],
    [
      'a question without an answer',
      situation({ pieces: [file({ madeFrom: { title: 'Outline', share: 0.4, unanswered: ['3. Why so few?'] } })] }),
      ['handed-out: report.docx: one question has no answer yet: “3. Why so few?”.']
    ],
    [
      'a name that says another assignment',
      situation({ pieces: [file({ name: 'Varga Noon Sight.pdf' })], others: ['Noon sight', 'Night watch'] }),
      ['other-work: Varga Noon Sight.pdf is named after another assignment, “Noon sight”.']
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
