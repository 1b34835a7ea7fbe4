import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { decodeText, encodingOf, type Encoding } from './text-encoding';

const WESTERN = 'station;art\nStrand;Blåstång\nNorra rännan;räkor på “klippan” – 5 €\n';

/** A text as programs write it. */
const WRITTEN: Record<string, (text: string) => Uint8Array> = {
  'utf-8': (text) => Buffer.from(text),
  'utf-8 with its mark': (text) => Buffer.from(`\ufeff${text}`),
  'utf-16le': (text) => Buffer.from(`\ufeff${text}`, 'utf16le'),
  'utf-16le without its mark': (text) => Buffer.from(text, 'utf16le'),
  'utf-16be': (text) => Buffer.from(`\ufeff${text}`, 'utf16le').swap16(),
  'utf-16be without its mark': (text) => Buffer.from(text, 'utf16le').swap16(),
  'windows-1252': (text) => Uint8Array.from([...text].map((letter) => IN_1252[letter] ?? letter.charCodeAt(0)))
};
const IN_1252: Record<string, number> = { '“': 0x93, '”': 0x94, '–': 0x96, '€': 0x80 };

describe.each(Object.entries(WRITTEN))('a table in %s', (name, write) => {
  it('is told and read', () => {
    expect(encodingOf(write(WESTERN))).toBe(name.split(' ')[0] as Encoding);
    expect(decodeText(write(WESTERN))).toBe(WESTERN);
  });
});

it('reads ISO 8859-1 as the part of Windows-1252 that it is', () => {
  expect(decodeText(Buffer.from('Größe;40\nMöwe;3\n', 'latin1'))).toBe('Größe;40\nMöwe;3\n');
});

it('reads every text in UTF-8 as itself, wherever it is cut', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', minLength: 1 }), fc.nat(), (text, at) => {
      fc.pre(!text.includes('\0') && !text.startsWith('\ufeff'));
      const bytes = Buffer.from(text);
      expect(decodeText(bytes)).toBe(text);
      const head = bytes.subarray(0, at % (bytes.length + 1));
      expect(text.startsWith(decodeText(head, false))).toBe(true);
    })
  );
});

it('calls no picture and no archive text', () => {
  expect(encodingOf(Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0xff, 0xd8]))).toBeNull();
  expect(encodingOf(Uint8Array.from([0x50, 0x4b, 0x03, 0x04, 0x14, 0x00, 0xff, 0xfe]))).toBeNull();
  expect(encodingOf(Uint8Array.from([0, 1, 2]))).toBeNull();
  expect(encodingOf(Uint8Array.from([0, 65, 0, 1, 0, 66, 0, 67, 0, 68]))).toBeNull();
  fc.assert(
    fc.property(fc.uint8Array({ minLength: 600, maxLength: 2000 }), (bytes) => {
      expect(encodingOf(bytes)).toBeNull();
    })
  );
});
