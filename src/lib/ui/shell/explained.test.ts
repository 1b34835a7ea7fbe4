import { expect, test } from 'vitest';
import { explainedAlso, explainedIn, isNew } from './explained';

test('a part is explained twice, and each by itself', () => {
  const once = explainedAlso('', 'brief');
  expect(once).toBe('brief:1');
  expect(isNew(once, 'brief')).toBe(true);
  const twice = explainedAlso(explainedAlso(once, 'must-do'), 'brief');
  expect(isNew(twice, 'brief')).toBe(false);
  expect(isNew(twice, 'must-do')).toBe(true);
  expect(explainedAlso(twice, 'brief')).toBe(twice);
});

test('what nobody here wrote is passed over', () => {
  for (const odd of ['%7B%7D', 'brief', 'brief:', '..', 'brief:1000', '<b>:1', ':2']) {
    expect(isNew(odd, 'brief')).toBe(true);
    expect(explainedAlso(odd, 'brief')).toBe('brief:1');
  }
});

test('it is found among other cookies, and under its whole name', () => {
  expect(explainedIn('a=1; vendro-explained=brief:2.packet:1; b=2')).toBe('brief:2.packet:1');
  expect(explainedIn('not-vendro-explained=brief:2')).toBe('');
  expect(explainedIn('')).toBe('');
});
