import { expect, it } from 'vitest';
import { pieceRefusalWords, PIECE_REFUSALS } from './refusals';

it('says of every refusal what happened to the file', () => {
  for (const why of PIECE_REFUSALS) expect(pieceRefusalWords(why, 1e9)).toMatch(/not added|then add/);
});
