import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { deflateSync, inflateSync } from 'node:zlib';
import type { PDFRawStream, PDFRef, PDFString, PDFHexString } from 'pdf-lib';
import { PDFArray, PDFDict, PDFDocument, PDFName } from 'pdf-lib';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { beforeAll, describe, expect, it } from 'vitest';
import { receiptInside } from '$core/receipts/inside-pdf';
import type { Receipt } from '$core/receipts/receipt';
import { receiptPdf } from '$server/receipts/pdf';
import { MONDAY } from './kit';

/** A receipt on paper, by what PDF/A-3 asks for (ISO 19005-3; clauses by their numbers there). */
const JWS = `${'a'.repeat(40)}.${'b'.repeat(2000)}.${'c'.repeat(86)}`;
const receipt = {
  number: '2345-6789-2345',
  assignment: 'Field report',
  round: 2,
  course: 'Tidal Ecology',
  student: 'Ингольфур 李 محمد',
  receivedAt: MONDAY,
  due: MONDAY + 1,
  lateSeconds: 0,
  kept: 1,
  points: 20,
  takeBack: { possible: true, until: null },
  briefSha256: '0'.repeat(64),
  note: 'x',
  pieces: Array.from({ length: 60 }, (_, i) => ({
    name: `pool ${i} 100 %.jpg`,
    place: 'Report',
    kind: 'file',
    size: 1000,
    mediaType: 'image/jpeg',
    sha256: i.toString(16).padStart(64, '0')
  }))
} as unknown as Receipt;

let bytes: Uint8Array;
let pdf: PDFDocument;
const folder = mkdtempSync(join(tmpdir(), 'vendro-receipt-pdf-'));
beforeAll(async () => {
  bytes = await receiptPdf({ receipt, jws: JWS, zone: 'Atlantic/Faroe', verifyAt: 'https://vendro.example/verify' });
  pdf = await PDFDocument.load(bytes, { updateMetadata: false });
  writeFileSync(join(folder, 'receipt.pdf'), bytes);
});
const valueOf = (dict: PDFDict, name: string) => dict.lookup(PDFName.of(name));
const dictOf = (dict: PDFDict, name: string) => dict.lookup(PDFName.of(name), PDFDict);
const nameOf = (dict: PDFDict, name: string) => dict.lookup(PDFName.of(name), PDFName).decodeText();

describe('a receipt as a PDF', () => {
  it('6.1: has a binary mark after its head, a name in its trailer, and is not encrypted', () => {
    expect(Buffer.from(bytes.subarray(0, 5)).toString()).toBe('%PDF-');
    const second = Buffer.from(bytes).indexOf('\n') + 1;
    expect([...bytes.subarray(second + 1, second + 5)].every((byte) => byte > 127)).toBe(true);
    expect(pdf.context.trailerInfo.ID).toBeInstanceOf(PDFArray);
    expect(pdf.context.trailerInfo.Encrypt).toBeUndefined();
  });

  it('6.2: says in which colours it is, and embeds every font with what its letters mean', () => {
    const intent = pdf.catalog.lookup(PDFName.of('OutputIntents'), PDFArray).lookup(0, PDFDict);
    expect(nameOf(intent, 'S')).toBe('GTS_PDFA1');
    const profile = valueOf(intent, 'DestOutputProfile') as PDFRawStream;
    expect(profile.getContentsSize()).toBeGreaterThan(200);
    let fonts = 0;
    for (const [, object] of pdf.context.enumerateIndirectObjects()) {
      if (!(object instanceof PDFDict) || !object.has(PDFName.of('DescendantFonts'))) continue;
      fonts++;
      expect(valueOf(object, 'ToUnicode')).toBeDefined();
      const font = object.lookup(PDFName.of('DescendantFonts'), PDFArray).lookup(0, PDFDict);
      const about = dictOf(font, 'FontDescriptor');
      expect(about.has(PDFName.of('FontFile2')) || about.has(PDFName.of('FontFile3'))).toBe(true);
      if (nameOf(font, 'Subtype') === 'CIDFontType2') expect(nameOf(font, 'CIDToGIDMap')).toBe('Identity');
    }
    expect(fonts).toBeGreaterThan(1);
  });

  it('6.6: says what it is in XMP that is not packed, the same as in its older notes', () => {
    const stream = pdf.catalog.lookup(PDFName.of('Metadata')) as PDFRawStream;
    expect(stream.dict.has(PDFName.of('Filter'))).toBe(false);
    const xmp = Buffer.from(stream.getContents()).toString();
    expect(xmp).toContain('<pdfaid:part>3</pdfaid:part><pdfaid:conformance>A</pdfaid:conformance>');
    expect(xmp).toContain(`>${pdf.getTitle()}</rdf:li>`);
    expect(xmp).toContain(`<xmp:CreateDate>${pdf.getCreationDate()?.toISOString().slice(0, 19)}Z</xmp:CreateDate>`);
    expect(xmp).toContain(`<pdf:Producer>${pdf.getProducer()}</pdf:Producer>`);
  });

  it('6.7: is tagged: everything that is drawn belongs to an element, in reading order, and back', () => {
    expect(String(dictOf(pdf.catalog, 'MarkInfo').lookup(PDFName.of('Marked')))).toBe('true');
    expect((valueOf(pdf.catalog, 'Lang') as PDFString).decodeText()).toBe('en-GB');
    const root = dictOf(pdf.catalog, 'StructTreeRoot');
    const whole = root.lookup(PDFName.of('K'), PDFArray).lookup(0, PDFDict);
    expect(nameOf(whole, 'S')).toBe('Document');
    const kids = whole.lookup(PDFName.of('K'), PDFArray);
    const said = kids.asArray().map((ref) => pdf.context.lookup(ref as PDFRef, PDFDict));
    expect(nameOf(said[0] as PDFDict, 'S')).toBe('H1');
    const words = said.map((element) => (valueOf(element, 'ActualText') as PDFHexString).decodeText());
    expect(words[0]).toBe('Receipt 2345-6789-2345');
    expect(words.join('\n')).toContain('Ингольфур 李 محمد');
    expect(words.join('\n')).toContain('in the bag as pool 0 100 -.jpg');
    // Each mark of each page is known to the tree, and there is no drawing outside of one.
    const numbers = dictOf(root, 'ParentTree').lookup(PDFName.of('Nums'), PDFArray);
    expect(pdf.getPageCount()).toBeGreaterThan(1);
    for (const [index, page] of pdf.getPages().entries()) {
      const content = contentOf(page.node.Contents());
      const marks = content.match(/BDC/g)?.length ?? 0;
      expect(marks).toBeGreaterThan(0);
      expect(content.match(/EMC/g)).toHaveLength(marks);
      expect(numbers.lookup(index * 2 + 1, PDFArray).size()).toBe(marks);
      const outside = content.replace(/BDC[\s\S]*?EMC/g, '');
      expect(outside).not.toMatch(/\bT[jJ]\b/);
    }
  });

  it('6.8: holds the signed receipt with what it is to the sheet', async () => {
    const file = pdf.catalog.lookup(PDFName.of('AF'), PDFArray).lookup(0, PDFDict);
    expect(nameOf(file, 'AFRelationship')).toBe('Data');
    expect((valueOf(file, 'Desc') as PDFHexString).decodeText()).toContain('JWS');
    const document = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: true }).promise;
    const found = (await document.getAttachments()) as Record<string, { content: Uint8Array }>;
    expect(Object.values(found).map(({ content }) => Buffer.from(content).toString())).toEqual([JWS]);
  });

  it('is found to be whole by another reader, where there is one', () => {
    if (existsSync('/usr/bin/qpdf'))
      expect(execFileSync('/usr/bin/qpdf', ['--check', join(folder, 'receipt.pdf')], { encoding: 'utf8' })).toContain(
        'No syntax or stream encoding errors'
      );
    const text = execFileSync('/usr/bin/pdftotext', ['-layout', join(folder, 'receipt.pdf'), '-'], {
      encoding: 'utf8'
    });
    expect(text).toContain('Verify this file itself at');
    expect(execFileSync('/usr/bin/pdfinfo', [join(folder, 'receipt.pdf')], { encoding: 'utf8' })).toMatch(
      /Tagged:\s+yes/
    );
  });

  it('gives its receipt back, also after another program has written it anew', async () => {
    expect(await receiptInside(bytes)).toBe(JWS);
    expect(await receiptInside(await pdf.save())).toBe(JWS);
    if (existsSync('/usr/bin/qpdf')) {
      const anew = join(folder, 'anew.pdf');
      execFileSync('/usr/bin/qpdf', ['--stream-data=uncompress', '--linearize', join(folder, 'receipt.pdf'), anew]);
      expect(await receiptInside(new Uint8Array(readFileSync(anew)))).toBe(JWS);
    }
    expect(await receiptInside(Buffer.from('%PDF-1.7 nothing'))).toBeNull();
  });

  it('is not made to unpack without end', async () => {
    const bomb = deflateSync(Buffer.alloc(60_000_000));
    const hostile = Buffer.concat([
      Buffer.from('%PDF-1.7\n'),
      ...Array.from({ length: 300 }, () => Buffer.concat([Buffer.from('stream\n'), bomb, Buffer.from('\nendstream\n')]))
    ]);
    const begun = process.memoryUsage().rss;
    expect(await receiptInside(hostile)).toBeNull();
    expect(process.memoryUsage().rss - begun).toBeLessThan(600_000_000);
  });
});

function contentOf(contents: unknown): string {
  const streams = contents instanceof PDFArray ? contents.asArray().map((ref) => pdf.context.lookup(ref)) : [contents];
  return streams.map((stream) => Buffer.from(inflate(stream as PDFRawStream)).toString('latin1')).join('\n');
}

function inflate(stream: PDFRawStream): Uint8Array {
  return stream.dict.has(PDFName.of('Filter')) ? inflateSync(stream.getContents()) : stream.getContents();
}
