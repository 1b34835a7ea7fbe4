import { expect, it } from 'vitest';
import { sizeText } from './size-text';

it.each([
  [0, '0 bytes'],
  [999, '999 bytes'],
  [4_200, '4.2 kB'],
  [820_400, '820 kB'],
  [2_147_483_648, '2.1 GB'],
  [5e12, '5000 GB']
])('%d bytes read %s', (bytes, words) => expect(sizeText(bytes)).toBe(words));
