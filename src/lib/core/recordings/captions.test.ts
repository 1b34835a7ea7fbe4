import fc from 'fast-check';
import { expect, it } from 'vitest';
import { laidOver, readCaptions, spokenIn, transcript, withLine, writeCaptions, type Caption } from './captions';

it('reads WebVTT: its words, without how they look', async () => {
  const text =
    'WEBVTT\r\n\r\nNOTE made by hand\r\n\r\n1\r\n00:01.000 --> 00:02.500 align:start\r\n<v Ilse>Kelp &amp; <i>wrack</i>\r\n\r\n' +
    '00:00:03.000 --> 00:00:04.000\r\nTwo\r\nlines';
  expect(await readCaptions(text)).toEqual([
    { from: 1, to: 2.5, text: 'Kelp & wrack' },
    { from: 3, to: 4, text: 'Two\nlines' }
  ]);
});

it('reads SubRip, and puts lines in their order', async () => {
  const text = '1\n00:00:05,000 --> 00:00:06,000\nlater\n\n2\n00:00:01,250 --> 00:00:02,000\nfirst\n';
  expect(await readCaptions(text)).toEqual([
    { from: 1.25, to: 2, text: 'first' },
    { from: 5, to: 6, text: 'later' }
  ]);
});

it('does not take for captions what is none', async () => {
  for (const text of ['', 'Dear teacher,\nthe tide was out.', 'WEBVTT', '\u0000\u0001', '1 --> 2', '<html></html>'])
    expect(await readCaptions(text)).toBeNull();
});

const caption = fc
  .record({
    at: fc.integer({ min: 0, max: 20_000_000 }),
    long: fc.integer({ min: 1, max: 60_000 }),
    text: fc
      .string({ minLength: 1, maxLength: 60 })
      .filter((text) => /^[^\p{Cc}\s]/u.test(text) && !/\p{Cc}|-->|\s$/u.test(text))
  })
  .map(({ at, long, text }): Caption => ({ from: at / 1000, to: (at + long) / 1000, text }));

it('reads back what it wrote, whatever was said', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(caption, { minLength: 1, maxLength: 8 }), async (captions) => {
      const sorted = [...captions].sort((a, b) => a.from - b.from);
      const back = await readCaptions(writeCaptions(sorted));
      expect(back?.map(({ text }) => text)).toEqual(sorted.map(({ text }) => text));
      back?.forEach(({ from, to }, i) => {
        expect(from).toBeCloseTo(sorted[i]?.from ?? NaN, 3);
        expect(to).toBeCloseTo(sorted[i]?.to ?? NaN, 3);
      });
    })
  );
});

it('lets a line stand until it is read or the next one comes', () => {
  const one = withLine([], 2, 'The first stroke of the plane', 60);
  expect(one[0]?.to).toBeCloseTo(2 + 29 / 15);
  const two = withLine(one, 1, 'Before', 60);
  expect(two.map(({ from, to }) => [from, to])).toEqual([
    [1, 2],
    [2, expect.closeTo(2 + 29 / 15)]
  ]);
  expect(withLine([], 59.5, 'At the end', 60)[0]?.to).toBe(60);
});

it('lays a text over what is spoken, nothing of it into a silence', () => {
  const spoken = spokenIn([{ from: 10, to: 20 }], 40);
  expect(spoken).toEqual([
    { from: 0, to: 10 },
    { from: 20, to: 40 }
  ]);
  const laid = laidOver('aaaaaaaaaa\nbbbbbbbbbb\ncccccccccc', spoken);
  expect(laid.map(({ from, to }) => [from, to])).toEqual([
    [0, 10],
    [20, 30],
    [30, 40]
  ]);
  expect(spokenIn([{ from: 0, to: 40 }], 40)).toEqual([{ from: 0, to: 40 }]);
  expect(transcript(laidOver(`${'word '.repeat(40)}`, spoken)).length).toBeGreaterThan(150);
  expect(laidOver('  \n ', spoken)).toEqual([]);
});
