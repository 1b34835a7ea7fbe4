import { inflateSync } from 'node:zlib';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { expect, it } from 'vitest';
import { deflatedBits } from './bits';
import { scanPdf, type PdfSheet } from './pdf';

const A4 = { width: 210, height: 297 };

async function sheet(words: PdfSheet['words']): Promise<PdfSheet> {
  const pixels = new Uint8Array(100 * 141).fill(255);
  return {
    size: A4,
    words,
    image: { kind: 'bits', deflated: await deflatedBits(pixels, 100, 141), width: 100, height: 141 }
  };
}

it('packs pixels into bits, in rows of whole bytes', async () => {
  const pixels = Uint8Array.from({ length: 10 * 2 }, (_, i) => (i % 2 ? 255 : 0));
  const bits = inflateSync(await deflatedBits(pixels, 10, 2));
  expect([...bits]).toEqual([0b01010101, 0b01000000, 0b01010101, 0b01000000]);
});

it('makes a page of each sheet at its size, whose words an independent reader finds where they stand', async () => {
  const word = { text: 'Latitude', left: 0.1, top: 0.2, right: 0.3, bottom: 0.22 };
  const bytes = await scanPdf('Noon sight', [await sheet([word]), await sheet([{ ...word, text: 'Ωmega' }])]);
  const pdf = await getDocument({ data: bytes, verbosity: 0 }).promise;
  expect(pdf.numPages).toBe(2);
  const page = await pdf.getPage(1);
  const [, , width = 0, height = 0] = page.view;
  expect([Math.round(width), Math.round(height)]).toEqual([595, 842]);
  const found = (await page.getTextContent()).items.find((item) => 'str' in item && item.str.includes('Latitude'));
  const { transform, width: wide } = found as { transform: number[]; width: number };
  expect(transform[4]).toBeCloseTo(59.5, 0);
  expect(transform[5]).toBeGreaterThan(842 * 0.78);
  expect(transform[5]).toBeLessThan(842 * 0.8);
  expect(wide).toBeGreaterThan(595 * 0.19);
  // What the font cannot write is left out, and the page is there all the same.
  const other = (await (await pdf.getPage(2)).getTextContent()).items.map((item) => ('str' in item ? item.str : ''));
  expect(other.join('')).toContain('mega');
});
