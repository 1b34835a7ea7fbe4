import { describe, expect, it } from 'vitest';
import { DEEDS, may, type Actor, type Deed, type Relation } from './policy';

const someone: Actor = { id: 'a', schoolRoles: [] };
const TEACHING: Deed[] = ['shape-course', 'read-people', 'write-on-open-floor', 'write-aside', 'read-aside'];
const cases: Array<[string, Relation, Deed[]]> = [
  ['a stranger to the course', { courseRole: null, ownsPacket: true, published: true }, []],
  ['the office that has it', { courseRole: null, published: true, office: 'now' }, ['read-round', 'mark-round']],
  ['an office that had it once', { courseRole: null, published: true, office: 'track' }, ['read-round']],
  [
    'a student with an own packet',
    { courseRole: 'student', ownsPacket: true, published: true },
    [
      ...['read-course', 'read-assignment', 'work-on-own-packet', 'read-own-packet', 'read-draft', 'read-round'],
      ...['read-people', 'write-on-open-floor', 'write-aside', 'read-aside']
    ] as Deed[]
  ],
  [
    'a student before another’s packet',
    { courseRole: 'student', ownsPacket: false, published: true },
    ['read-course', 'read-assignment', 'read-people', 'write-on-open-floor']
  ],
  [
    'a student who was given it to read',
    { courseRole: 'student', ownsPacket: false, published: true, reads: true },
    ['read-course', 'read-assignment', 'read-round', 'read-people', 'write-on-open-floor']
  ],
  [
    'a student before an unpublished assignment',
    { courseRole: 'student', ownsPacket: true, published: false },
    ['read-course', 'read-own-packet', 'read-draft', 'read-round', 'read-people', 'write-aside', 'read-aside']
  ],
  [
    'the teacher',
    { courseRole: 'teacher', published: false },
    [
      'read-course',
      'read-assignment',
      'read-round',
      'mark-round',
      'keep-phrases',
      'grade-course',
      'see-class',
      'excuse-or-extend',
      ...TEACHING
    ]
  ],
  [
    'the teacher where drafts can be followed',
    { courseRole: 'teacher', published: true, followsDrafts: true },
    [
      ...([
        'read-course',
        'read-assignment',
        'read-draft',
        'read-round',
        'mark-round',
        'keep-phrases',
        'grade-course',
        'see-class'
      ] as Deed[]),
      'excuse-or-extend',
      ...TEACHING
    ]
  ]
];

describe('who may do what: all that is not listed is denied', () => {
  it.each(cases)('%s', (_name, relation, permitted) => {
    expect(DEEDS.filter((deed) => may(someone, deed, relation))).toEqual(permitted);
  });
  it('lets nobody in who is not signed in', () => {
    for (const deed of DEEDS)
      expect(may(null, deed, { courseRole: 'teacher', ownsPacket: true, published: true })).toBe(false);
  });
  it('opens no course to the office or a guardian by their school role alone', () => {
    const office: Actor = { id: 'o', schoolRoles: ['office', 'guardian'] };
    for (const deed of DEEDS) expect(may(office, deed, { courseRole: null })).toBe(false);
  });
});
