import fc from 'fast-check';
import { expect, it } from 'vitest';
import { columnNames, fieldOf } from './book-plan';

const titles = fc.array(fc.constantFrom('Log', 'log', 'LOG', 'Log (2)', 'log (2)', 'Log (3)', 'Log (2) (2)', 'Map'), {
  maxLength: 8
});

it('gives each column a name of its own, also where a title looks like one that was told apart', () => {
  fc.assert(
    fc.property(titles, (all) => {
      const names = columnNames(all.map((title) => ({ title })));
      expect(new Set(names.map((name) => name.toLowerCase())).size).toBe(all.length);
      names.forEach((name, i) => expect(name.startsWith(all[i] ?? '')).toBe(true));
    })
  );
  expect(columnNames([{ title: 'Log' }, { title: 'Log' }, { title: 'Log (2)' }])).toEqual([
    'Log',
    'Log (3)',
    'Log (2)'
  ]);
});

it('reads each column’s own field, however its name was spelled', () => {
  fc.assert(
    fc.property(titles, (all) => {
      const names = columnNames(all.map((title) => ({ title })));
      const row = Object.fromEntries(names.map((name, i) => [` ${name.toUpperCase()} `, ` ${i} `]));
      expect(names.map((name) => fieldOf(row, name))).toEqual(names.map((_, i) => String(i)));
    })
  );
  expect(fieldOf({ Name: 'Ilse' }, 'handle')).toBe('');
});
