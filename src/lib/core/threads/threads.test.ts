import { expect, it } from 'vitest';
import { ownPoints, pointsForTeacher } from '../assignments/pointing';
import { readersWords, sendWords } from './readers';
import { CHANGEABLE, mayEdit, mayMoveAside, mayUnsay, SAID_REFUSALS, saidRefusalWords } from './rules';

const said = { mine: true, at: 1000, heard: false };

it('can be put right for ten minutes, by whoever said it', () => {
  expect(mayEdit(said, 1000 + CHANGEABLE)).toEqual({ ok: true });
  expect(mayEdit(said, 1001 + CHANGEABLE)).toEqual({ ok: false, why: 'too-late' });
  expect(mayEdit({ ...said, mine: false }, 1000)).toEqual({ ok: false, why: 'not-yours' });
  expect(mayEdit({ ...said, heard: true }, 1000).ok).toBe(true);
});

it('can be taken back only as long as nobody has read it', () => {
  expect(mayUnsay(said, 2000)).toEqual({ ok: true });
  expect(mayUnsay({ ...said, heard: true }, 2000)).toEqual({ ok: false, why: 'read-already' });
});

it('moves a student’s word from everyone to the teachers, until somebody has read it, however long that takes', () => {
  const floor = { mine: true, heard: false, onFloor: true, studies: true };
  expect(mayMoveAside(floor)).toEqual({ ok: true });
  expect(mayMoveAside({ ...floor, heard: true })).toEqual({ ok: false, why: 'read-already' });
  expect(mayMoveAside({ ...floor, studies: false })).toEqual({ ok: false, why: 'not-on-a-floor' });
  expect(mayMoveAside({ ...floor, onFloor: false })).toEqual({ ok: false, why: 'not-on-a-floor' });
});

it('names the readers at the point of writing', () => {
  const floor = {
    to: 'floor',
    course: 'Tidal Ecology',
    people: 31,
    teachers: ['Dr Odile Ferrante'],
    student: null
  } as const;
  expect(readersWords(floor)).toBe('All 31 people in Tidal Ecology read this.');
  expect(sendWords(floor)).toBe('Say it to all 31');
  const aside = { ...floor, to: 'aside' } as const;
  expect(readersWords(aside)).toBe('Only Dr Odile Ferrante reads this.');
  expect(readersWords({ ...aside, teachers: ['A', 'B', 'C'] })).toBe('Only A, B and C read this.');
  expect(readersWords({ ...aside, student: 'Ilse Varga' })).toBe(
    'Only Ilse Varga and the teachers of Tidal Ecology read this.'
  );
  expect(sendWords({ ...aside, student: 'Ilse Varga' })).toBe('Send it to Ilse Varga only');
});

it('has words for every refusal', () => {
  for (const why of SAID_REFUSALS) expect(saidRefusalWords(why)).toMatch(/\.$/);
});

it('offers what a message can point at: places, pieces, rounds and rows of the rubric', () => {
  const places = [{ id: 'd', title: 'Report', ask: '', optional: false, wants: {} }];
  const criteria = [{ id: 'k', title: 'Claim', hint: '', levels: [] }];
  expect(pointsForTeacher(places, 2, criteria).map(({ kind, name }) => [kind, name])).toEqual([
    ['place', 'Report'],
    ['round', 'Round 1'],
    ['round', 'Round 2'],
    ['criterion', 'Rubric: Claim']
  ]);
  expect(ownPoints(places, [], [], criteria).map(({ kind }) => kind)).toEqual(['place', 'criterion']);
});
