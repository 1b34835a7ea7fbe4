import { expect, it } from 'vitest';
import type { STANDINGS } from '$core/packets/custody';
import { batonName, drawBaton } from './baton';
import { batonPaths, everyBaton } from './baton-drawings';

const draw = (
  standing: (typeof STANDINGS)[number],
  holder: 'student' | 'teacher' | 'nobody',
  lastMove = null as 'to-teacher' | 'to-student' | null
) => drawBaton({ standing, holder, lastMove });

it('fills the seat of the holder, and none once settled', () => {
  expect(draw('in-progress', 'student').seat).toBe('student');
  expect(draw('submitted', 'teacher', 'to-teacher')).toEqual({
    seat: 'teacher',
    arrow: 'right',
    bar: 'open',
    alsoWorking: false
  });
  expect(draw('settled', 'nobody', 'to-student')).toEqual({
    seat: 'none',
    arrow: 'none',
    bar: 'ring',
    alsoWorking: false
  });
});

it('tells by shape alone what was never submitted, taken back, closed or being revised', () => {
  const shapes = [
    draw('not-started', 'student'),
    draw('taken-back', 'student', 'to-student'),
    draw('closed', 'student'),
    draw('revising', 'teacher', 'to-teacher'),
    draw('submitted', 'teacher', 'to-teacher'),
    draw('settled', 'nobody', 'to-student')
  ];
  expect(new Set(shapes.map((s) => JSON.stringify(batonPaths(s)))).size).toBe(shapes.length);
});

it('has a name and a shape of its own for every drawing on the sheet', () => {
  const all = everyBaton();
  expect(new Set(all.map(batonName)).size).toBe(all.length);
  expect(new Set(all.map((drawing) => JSON.stringify(batonPaths(drawing)))).size).toBe(all.length);
  expect(all.map(batonName)).toContain(batonName(draw('revising', 'teacher', 'to-teacher')));
});
