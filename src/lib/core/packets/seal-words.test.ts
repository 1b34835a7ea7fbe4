import { expect, it } from 'vitest';
import { arrivedWords, comingBriefly, comingWords, ranOutWords, sealWords, sealWordsForTeacher } from './seal-words';

const ZONE = 'Atlantic/Faroe';
const at = Date.parse('2027-03-10T22:59:31Z');
const seal = { at, until: at + 600_000 } as Parameters<typeof sealWords>[0];

it('says to the second from when a sealed round counts, and what it waits for', () => {
  expect(sealWords(seal, 1, ZONE)).toMatch(
    /^Sealed .*22:59:31.* 1 file is still arriving: .*23:09:31.*counts from the seal\.$/
  );
  expect(sealWords(seal, 3, ZONE)).toContain('3 files are still arriving');
  expect(sealWords(seal, 0, ZONE)).toContain('The last bytes are still arriving');
  expect(sealWordsForTeacher(seal, ZONE)).toMatch(/23:09:31.*You have nothing of it yet\.$/);
});

it('says that a seal ran out only where one did', () => {
  expect(ranOutWords({ ranOutAt: null }, ZONE)).toBeNull();
  expect(ranOutWords({ ranOutAt: seal.until }, ZONE)).toMatch(
    /ran out .*23:09:31.*nothing was submitted.*Submit it again\.$/
  );
});

it('says before submitting what becomes of files that are on their way', () => {
  expect(comingWords(1, 0)).toBe('1 file is still on its way. A round submitted now goes without it.');
  expect(comingWords(2, 0)).toBe('2 files are still on their way. A round submitted now goes without them.');
  expect(comingWords(1, 10)).toBe(
    '1 file is still on its way. Submitting seals it now: the round counts from the seal, if all arrives within 10 min.'
  );
  expect([comingBriefly(1, 10), comingBriefly(4, 0)]).toEqual([
    '1 file is on the way; submitting seals it',
    '4 files are on the way; submitting leaves them out'
  ]);
  expect(comingWords(4, 10)).toContain('4 files are still on their way. Submitting seals them now');
});

it('says when a sealed round was whole, and nothing of one that was whole at once', () => {
  expect([arrivedWords(null, ZONE), arrivedWords(undefined, ZONE)]).toEqual([null, null]);
  expect(arrivedWords(at + 61_000, ZONE)).toMatch(/^sealed then, complete at .*23:00:32/);
});
