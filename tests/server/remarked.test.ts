import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { degrees, PDFDocument, StandardFonts } from 'pdf-lib';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Anchor } from '$core/remarks/anchor';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { storeBlob } from '$server/blobs/store';
import { addFile } from '$server/gathering/pieces';
import { addRemark } from '$server/marking/remarks';
import { returnRound } from '$server/marking/return-round';
import { NotHere } from '$server/outcome';
import { submitPacket } from '$server/rounds/submit';
import { NotOnSheets, remarkedPdf } from '$server/sources/remarked';
import { key, packetOf, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});

async function sheets(turn = 0): Promise<Buffer> {
  const pdf = await PDFDocument.create();
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  for (const text of ['The first sheet', 'Written with cold hands on the ledge']) {
    const page = pdf.addPage([600, 400]);
    page.setRotation(degrees(turn));
    page.drawText(text, { x: 80, y: 250, size: 20, font });
  }
  return Buffer.from(await pdf.save());
}

/** Ilse's file as she submitted it, with remarks on it. */
async function remarked(bytes: Buffer, name: string, ...remarks: Array<[Anchor, string]>) {
  const assignmentId = await school.set({ points: null });
  const blob = await storeBlob(Readable.from([bytes]));
  await addFile(school.ilse, { assignmentId, deliverableId: null, name, blob, key: null });
  await submitPacket(school.ilse, { assignmentId, key: key() });
  const packetId = await packetOf(school.ilse, assignmentId);
  const { rounds } = await readOwnPacket(await readAssignment(school.ilse, assignmentId));
  const pieceId = rounds[0]?.pieces[0]?.id ?? '';
  for (const [anchor, body] of remarks)
    expect(await addRemark(school.teacher, { packetId, pieceId, anchor, body, key: key() })).toMatchObject({
      ok: true
    });
  const giveBack = () =>
    returnRound(school.teacher, { packetId, round: 1, points: null, remark: '', key: key(), outcome: 'settled' });
  return { pieceId, giveBack };
}

/** What another reader finds on the sheets. */
async function annotationsOf(bytes: Uint8Array) {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const pdf = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: false, verbosity: 0 }).promise;
  const found: Array<{ sheet: number; subtype: string; rect: number[]; says: string; by: string }> = [];
  for (let sheet = 1; sheet <= pdf.numPages; sheet++)
    for (const one of (await (await pdf.getPage(sheet)).getAnnotations()) as Array<{
      subtype: string;
      rect: number[];
      contentsObj: { str: string };
      titleObj: { str: string };
    }>)
      found.push({ sheet, subtype: one.subtype, rect: one.rect, says: one.contentsObj.str, by: one.titleObj.str });
  // Those of one moment have no order among themselves.
  return found.sort(
    (a, b) => a.sheet - b.sheet || a.subtype.localeCompare(b.subtype) || a.rect.join().localeCompare(b.rect.join())
  );
}

const WORDS: Anchor = { on: 'words', start: 13, quote: 'cold hands', before: '', after: '', sheet: 2 };

describe('a PDF with the remarks in it', () => {
  it('has each as an annotation of its own kind, where it was made, and opens in other readers', async () => {
    const { pieceId, giveBack } = await remarked(
      await sheets(),
      'report.pdf',
      [WORDS, 'Why cold? “Näsa”'],
      [{ on: 'area', x: 100, y: 250, width: 200, height: 100, sheet: 1 }, 'This part.'],
      [{ on: 'area', x: 500, y: 500, width: 0, height: 0, sheet: 1 }, 'Here.'],
      [
        {
          on: 'ink',
          strokes: [
            [
              [100, 100],
              [200, 200]
            ]
          ],
          sheet: 2
        },
        'So.'
      ],
      [{ on: 'whole' }, 'Good.']
    );
    await giveBack();
    const { name, bytes } = await remarkedPdf(school.ilse, pieceId);
    expect(name).toBe('report, with remarks.pdf');
    const found = await annotationsOf(bytes);
    expect(found.map(({ sheet, subtype, says }) => [sheet, subtype, says])).toEqual([
      [1, 'Square', 'This part.'],
      [1, 'Text', 'Good.'],
      [1, 'Text', 'Here.'],
      [2, 'Highlight', 'Why cold? “Näsa”'],
      [2, 'Ink', 'So.']
    ]);
    expect(found[0]).toMatchObject({ by: 'Odile', rect: [60, 260, 180, 300] });
    expect(found[4]?.rect).toEqual([60, 320, 120, 360]);

    // Where another program finds the words, there they are marked.
    const file = join(mkdtempSync(join(tmpdir(), 'vendro-remarked-')), 'out.pdf');
    writeFileSync(file, bytes);
    const boxes = execFileSync('pdftotext', ['-bbox', '-f', '2', file, '-'], { encoding: 'utf8' });
    const box = (word: string) =>
      [
        ...(new RegExp(`xMin="([\\d.]+)" yMin="([\\d.]+)" xMax="([\\d.]+)" yMax="([\\d.]+)">${word}<`).exec(boxes) ??
          [])
      ]
        .slice(1)
        .map(Number);
    const [left = 0, bottom = 0, right = 0, top = 0] = found[3]?.rect ?? [];
    const [from = 0, yMin = 0] = box('cold');
    const [, , to = 0, yMax = 0] = box('hands');
    // Letters are not all as wide: within half of one.
    expect(Math.abs(left - from)).toBeLessThan(12);
    expect(Math.abs(right - to)).toBeLessThan(12);
    expect(400 - top).toBeGreaterThan(yMin - 8);
    expect(400 - bottom).toBeLessThan(yMax + 8);
  });

  it('marks the shown place of a sheet that lies on its side', async () => {
    const area: Anchor = { on: 'area', x: 0, y: 0, width: 500, height: 100, sheet: 1 };
    const { pieceId } = await remarked(await sheets(90), 'side.pdf', [area, 'Up here.']);
    // Shown it is 400 wide and 600 high; its upper left corner is where the sheet's own lower left one is.
    const [found] = await annotationsOf((await remarkedPdf(school.teacher, pieceId)).bytes);
    expect(found?.rect.map(Math.round)).toEqual([0, 0, 60, 200]);
  });

  it('is made of a photograph too', async () => {
    const picture = await sharp({ create: { width: 200, height: 100, channels: 3, background: '#cfd8d3' } })
      .png()
      .toBuffer();
    const { pieceId } = await remarked(picture, 'pool.png', [
      { on: 'area', x: 0, y: 0, width: 1000, height: 1000 },
      'All.'
    ]);
    const [found] = await annotationsOf((await remarkedPdf(school.teacher, pieceId)).bytes);
    expect(found?.rect.map(Math.round)).toEqual([0, 0, 595, 298]);
  });

  it('says so where nothing can be put into a file', async () => {
    const { pieceId } = await remarked(Buffer.from('%PDF-1.7\nand nothing more'), 'broken.pdf', [
      { on: 'whole' },
      'Locked?'
    ]);
    await expect(remarkedPdf(school.teacher, pieceId)).rejects.toThrow(NotOnSheets);
  });

  it('shows its student nothing before the return, and others nothing at all', async () => {
    const { pieceId, giveBack } = await remarked(await sheets(), 'report.pdf', [WORDS, 'Why?']);
    await expect(remarkedPdf(school.ilse, pieceId)).rejects.toThrow(NotHere);
    expect(await annotationsOf((await remarkedPdf(school.teacher, pieceId)).bytes)).toHaveLength(1);
    await giveBack();
    expect(await annotationsOf((await remarkedPdf(school.ilse, pieceId)).bytes)).toHaveLength(1);
    for (const by of [school.teodor, school.stranger]) await expect(remarkedPdf(by, pieceId)).rejects.toThrow(NotHere);
  });
});
