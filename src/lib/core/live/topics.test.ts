import { expect, it } from 'vitest';
import { together, topicsOf } from './topics';

it('loses no topic of several changes, and anything stays anything', () => {
  expect(together(new Set(['work']), new Set(['shelf', 'work']))).toEqual(new Set(['work', 'shelf']));
  expect(together(new Set(), new Set(['shelf']))).toEqual(new Set(['shelf']));
  expect(together(null, new Set(['work']))).toBeNull();
  expect(together(new Set(['work']), null)).toBeNull();
});

it('reads the topics of an event, and takes whatever it cannot read for anything', () => {
  expect(topicsOf('["work","assignment:1"]')).toEqual(['work', 'assignment:1']);
  for (const data of ['', '{}', '[1]']) expect(topicsOf(data)).toBeNull();
});
