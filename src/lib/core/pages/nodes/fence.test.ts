import fc from 'fast-check';
import { expect, it } from 'vitest';
import { fenceAt, fenced } from './fence';

const value = fc.string({
  unit: fc.constantFrom('a', ' ', '"', '\\', '}', '{', '=', '#', '.', ':', 'ß', '“'),
  maxLength: 12
});

it('is read as it was written, with all that was said of it', () => {
  fc.assert(
    fc.property(
      fc.dictionary(fc.constantFrom('label', 'of', 'kind'), value),
      fc.constantFrom('', 'one', 'one\n\ntwo'),
      (values, inside) => {
        const written = fenced({ kind: 'choice', id: 'q-1', values }, inside);
        const read = fenceAt(`${written}\n\nafter`);
        expect(read).toMatchObject({ kind: 'choice', id: 'q-1', values });
        expect(read?.inside.trim()).toBe(inside);
        expect(`${written}\n\nafter`.slice(read?.raw.length).trim()).toBe('after');
      }
    )
  );
});

it('holds others, and ends with its own end', () => {
  const inner = fenced({ kind: 'choice', id: 'b', values: {} }, 'inner');
  const outer = fenced({ kind: 'part', id: 'a', values: {} }, `before\n\n${inner}\n\nafter`);
  const read = fenceAt(`${outer}\nbeyond`);
  expect(read?.inside.trim()).toBe(`before\n\n${inner}\n\nafter`);
  expect(fenceAt(read?.inside.trim().slice('before\n\n'.length) ?? '')).toMatchObject({ id: 'b' });
});

it('is none where nothing closes it, where something stands before it, or too many lie in each other', () => {
  expect(fenceAt('::: {.choice #a}\n\ninside')).toBeNull();
  expect(fenceAt('text\n::: {.choice #a}\n:::')).toBeNull();
  expect(fenceAt(':: {.choice #a}\n:::')).toBeNull();
  const nested = (n: number) => `${'::: {.part #a}\n'.repeat(n)}${':::\n'.repeat(n)}`;
  expect(fenceAt(nested(20))).not.toBeNull();
  expect(fenceAt(nested(21))).toBeNull();
});
