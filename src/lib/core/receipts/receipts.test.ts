import fc from 'fast-check';
import { receiptLines } from './lines';
import { describe, expect, it } from 'vitest';
import { bagInfo, manifest, payloadOf, namedInBag } from './bag';
import { RECEIPT_NUMBER, receiptNumber } from './number';
import { bagVerdict, bagVerdictWords, saysTheSame } from './verdict';
import { Receipt, type ReceivedPiece } from './receipt';

const HASH = 'a'.repeat(64);
const file = (place: string | null, name: string, size = 3): ReceivedPiece => ({
  kind: 'file',
  place,
  name,
  size,
  mediaType: 'text/plain',
  sha256: HASH
});
const receipt = (pieces: ReceivedPiece[]): Receipt =>
  Receipt.parse({
    version: 1,
    number: '7KQ2-M9XD-4TRP',
    student: 'Ilse Varga',
    course: 'Tidal Ecology',
    assignment: 'Field report,\nrock pools',
    briefSha256: HASH,
    points: 40,
    round: 2,
    receivedAt: Date.parse('2027-03-10T21:14:07Z'),
    due: null,
    lateSeconds: 0,
    kept: 1,
    takeBack: { possible: true, until: null },
    zone: 'Atlantic/Faroe',
    pieces
  });

describe('the number of a receipt', () => {
  it('is made of twelve letters that are not taken for each other', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 12, maxLength: 12 }), (bytes) => {
        expect(receiptNumber(bytes)).toMatch(RECEIPT_NUMBER);
      })
    );
    expect(() => receiptNumber(new Uint8Array(11))).toThrow(RangeError);
  });
});

describe('the payload of a bag', () => {
  it('has a folder for each place, and a name for each file', () => {
    const link: ReceivedPiece = {
      kind: 'link',
      place: null,
      name: 'Notebook',
      url: 'https://shore.example/',
      verdict: 'opens',
      lookedAt: 0,
      textSha256: HASH
    };
    const paths = payloadOf(
      receipt([
        file('Photographs', 'pool.jpg'),
        file('Photographs', 'Pool.jpg'),
        link,
        file(null, '../../etc/passwd'),
        file('a/b', 'x?.txt')
      ])
    ).map(({ path }) => path);
    expect(paths).toEqual([
      'data/Photographs/pool.jpg',
      'data/Photographs/Pool (2).jpg',
      'data/Also/-..-etc-passwd',
      'data/a-b/x-.txt'
    ]);
  });

  it('never leads outside its folder, and never gives two files one path', () => {
    const piece = fc.tuple(fc.option(fc.string({ minLength: 1 })), fc.string({ minLength: 1 }));
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 12 }), (pieces) => {
        const paths = payloadOf(receipt(pieces.map(([place, name]) => file(place, name)))).map(({ path }) => path);
        expect(new Set(paths.map((path) => path.toLowerCase())).size).toBe(pieces.length);
        for (const path of paths) {
          expect(path.split('/')).toHaveLength(3);
          expect(path.split('/')).not.toContain('..');
        }
      })
    );
  });
});

describe('the verdict on a bag', () => {
  const made = receipt([file('A', 'a.txt'), file('A', 'b.txt')]);
  const sound = payloadOf(made);

  it('is that all is as received, where every hash is the signed one', () => {
    const tags = [{ path: 'bagit.txt', sha256: 'b'.repeat(64) }];
    const pieces = bagVerdict(made, [...sound, ...tags]);
    expect(pieces.map(({ state }) => state)).toEqual(['sound', 'sound']);
    expect(bagVerdictWords(pieces)).toMatch(/every file is as it was received/);
  });

  it('names what was altered, what is missing and what was added', () => {
    const pieces = bagVerdict(made, [
      { path: 'data/A/a.txt', sha256: 'b'.repeat(64) },
      { path: 'data/A/c.txt', sha256: HASH }
    ]);
    expect(pieces).toEqual([
      { path: 'data/A/a.txt', state: 'altered' },
      { path: 'data/A/b.txt', state: 'missing' },
      { path: 'data/A/c.txt', state: 'added' }
    ]);
    expect(bagVerdictWords(pieces)).toBe('The signature holds, but 3 files are not as received.');
  });
});

describe('the tag files of a bag (RFC 8493)', () => {
  it('write percent signs and line breaks of a path encoded (2.1.3)', () => {
    expect(manifest([{ path: 'data/100 %\n.txt', sha256: HASH }])).toBe(`${HASH}  data/100 %25%0A.txt\n`);
  });

  it('say how many octets and files there are, and keep each element on one line (2.2.2)', () => {
    const made = receipt([file('A', 'a', 10), file('A', 'b', 7)]);
    const lines = bagInfo(made, payloadOf(made), made.receivedAt).trimEnd().split('\n');
    expect(lines).toContain('Payload-Oxum: 17.2');
    expect(lines).toContain('Bagging-Date: 2027-03-10');
    expect(lines).toContain('External-Description: Field report, rock pools, round 2, Ilse Varga');
    for (const line of lines) expect(line).toMatch(/^[\w-]+: .+$/);
  });
});

describe('names in a bag that its manifest writes as they are', () => {
  const made = receipt([file('A', '100 %.txt'), file('A', '100 -.txt')]);

  it('have no percent sign, stay apart, and are told where they are not the file’s own', () => {
    const paths = payloadOf(made).map(({ path }) => path);
    expect(paths).toEqual(['data/A/100 -.txt', 'data/A/100 - (2).txt']);
    expect(made.pieces.map((piece) => namedInBag(receipt([piece]), piece))).toEqual(['100 -.txt', null]);
    expect(receiptLines(receipt([file('A', '100 %.txt')]), 'UTC').join('\n')).toContain('in the bag as 100 -.txt');
  });

  it('are also known as bags had them before', () => {
    const once = payloadOf(made, 'as-once');
    expect(once[0]?.path).toBe('data/A/100 %.txt');
    expect(bagVerdict(made, once).map(({ state }) => state)).toEqual(['sound', 'sound']);
  });
});

describe('the receipt that can be read in a bag', () => {
  it('says what was signed, in whatever order, and is told when it does not', () => {
    const signed = { number: 'x', pieces: [{ name: 'a', size: 1 }], note: '' };
    expect(saysTheSame('{"note":"","pieces":[{"size":1,"name":"a"}],"number":"x"}', signed)).toBe(true);
    expect(saysTheSame(JSON.stringify({ ...signed, note: 'on time' }), signed)).toBe(false);
    expect(saysTheSame('{', signed)).toBe(false);
    expect(saysTheSame(null, signed)).toBe(true);
  });
});
