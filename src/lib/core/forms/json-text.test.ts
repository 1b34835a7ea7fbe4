import { expect, it } from 'vitest';
import { z } from 'zod';
import { jsonText } from './json-text';

it('reads JSON of a shape, and takes everything else for a problem of the field', () => {
  const field = jsonText(z.object({ kind: z.enum(['round']) }));
  expect(field.parse('{"kind":"round"}')).toEqual({ kind: 'round' });
  for (const text of ['{"kind":"other"}', '{', '', 'null', '[]']) expect(field.safeParse(text).success).toBe(false);
});
