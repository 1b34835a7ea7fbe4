import fc from 'fast-check';
import { expect, it } from 'vitest';
import { sharedEvenly } from './shares';

it('gives each work to one teacher, keeps neighbours together, and burdens nobody with two more than another', () =>
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.string(), { maxLength: 60 }),
      fc.uniqueArray(fc.string(), { minLength: 1, maxLength: 6 }),
      (works, teachers) => {
        const shares = [...sharedEvenly(works, teachers).values()];
        expect(shares.flat()).toEqual(works);
        const sizes = shares.map(({ length }) => length);
        expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThanOrEqual(1);
      }
    )
  ));
