import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { Readable } from 'node:stream';
import { PDFDocument } from 'pdf-lib';
import { beforeEach, describe, expect, it } from 'vitest';
import yazl from 'yazl';
import { registerBlob } from '$server/blobs/register';
import { storeBlob } from '$server/blobs/store';
import { config } from '$server/config';
import { inTransaction } from '$server/db/connection';
import { openAsPdf } from '$server/materials/as-pdf';
import { previewOf } from '$server/materials/preview';
import { key } from './kit';

const noProgram = '/no/such/program';
const folder = mkdtempSync(join(tmpdir(), 'vendro-office-test-'));
/** As if the machine had this program. */
const useProgram = (officeProgram: string) => Object.assign(config, { officeProgram });
beforeEach(() => {
  useProgram(noProgram);
});

async function zipped(files: Record<string, string>): Promise<Buffer> {
  const zip = new yazl.ZipFile();
  for (const [name, content] of Object.entries(files)) zip.addBuffer(Buffer.from(content), name);
  zip.end();
  return buffer(zip.outputStream);
}

async function kept(name: string, content: Buffer | string) {
  const blob = await storeBlob(Readable.from([Buffer.from(content)]));
  await inTransaction((tx) => registerBlob(blob, tx));
  return { ...blob, name };
}

const presentation = async (...slides: string[]) =>
  zipped({
    '[Content_Types].xml':
      '<Types><Override PartName="/ppt/presentation.xml" ContentType="application/vnd.openxmlformats-officedocument.presentationml.presentation.main+xml"/></Types>',
    'ppt/presentation.xml': `<p:presentation>${key()}</p:presentation>`,
    ...Object.fromEntries(
      slides.map((text, i) => [
        `ppt/slides/slide${i + 1}.xml`,
        `<p:sld><a:p><a:r><a:t>${text}</a:t></a:r></a:p><a:p><a:r><a:t>by </a:t></a:r><a:r><a:t>Ilse</a:t></a:r></a:p></p:sld>`
      ])
    )
  });

describe('office files without a program that draws them', () => {
  it('show a presentation as its text, slide by slide, in their order', async () => {
    const slides = Array.from({ length: 11 }, (_, i) => `Pool ${i + 1}`);
    const seen = await previewOf(await kept('pools.pptx', await presentation(...slides)));
    if (seen.kind !== 'outline') throw new Error(seen.kind);
    expect(seen.parts.map(({ title }) => title).slice(8)).toEqual(['Slide 9', 'Slide 10', 'Slide 11']);
    expect(seen.parts[10]).toEqual({ title: 'Slide 11', lines: ['Pool 11', 'by Ilse'] });
  });

  it('show the text of OpenDocument writing, sheets and slides', async () => {
    const mimetype = 'application/vnd.oasis.opendocument.text';
    const content =
      '<office:text><text:h>Tides</text:h><text:p>Low<text:s/>at noon</text:p></office:text>' +
      '<table:table table:name="Counts"><text:p>11</text:p></table:table>' +
      '<draw:page draw:name="End"><text:p>Thanks</text:p></draw:page>';
    const seen = await previewOf(await kept('tides.odt', await zipped({ mimetype, 'content.xml': content })));
    expect(seen).toEqual({
      kind: 'outline',
      more: false,
      parts: [
        { title: '', lines: ['Tides', 'Low at noon'] },
        { title: 'Counts', lines: ['11'] },
        { title: 'End', lines: ['Thanks'] }
      ]
    });
  });
});

describe('office files with such a program', () => {
  /** Stands in for it: gives out a PDF, or comes to nothing. */
  async function program(works: boolean) {
    const document = await PDFDocument.create();
    document.addPage();
    writeFileSync(join(folder, 'made.pdf'), await document.save());
    const path = join(folder, works ? 'draws' : 'fails');
    writeFileSync(
      path,
      works
        ? `#!/bin/sh\nwhile [ "$1" != --outdir ]; do shift; done\ncp ${folder}/made.pdf "$2/document.pdf"\n`
        : '#!/bin/sh\nexit 1\n'
    );
    chmodSync(path, 0o755);
    useProgram(path);
  }

  it('are made a PDF in the background, once for the same bytes', async () => {
    await program(true);
    const file = await kept('deck.pptx', await presentation('One'));
    expect(await previewOf(file)).toEqual({ kind: 'making' });
    await expect.poll(() => previewOf(file), { timeout: 10_000 }).toEqual({ kind: 'as-pdf' });
    expect(await openAsPdf(file)).toMatchObject({ mediaType: 'application/pdf', name: 'deck.pptx.pdf' });
    await program(false);
    expect(await previewOf({ ...file, name: 'copy.pptx' })).toEqual({ kind: 'as-pdf' });
  });

  it('show their text where it came to nothing', async () => {
    await program(false);
    const file = await kept('deck.pptx', await presentation('Two'));
    expect(await previewOf(file)).toEqual({ kind: 'making' });
    await expect.poll(async () => (await previewOf(file)).kind, { timeout: 10_000 }).toBe('outline');
    await expect(openAsPdf(file)).rejects.toThrow();
    rmSync(folder, { recursive: true });
  });
});

describe('tables', () => {
  it('show a workbook sheet by sheet, with days as days', async () => {
    const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
    const relations = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
    const sheet = (rows: string) => `<worksheet xmlns="${main}"><sheetData>${rows}</sheetData></worksheet>`;
    const text = (at: string, said: string) => `<c r="${at}" t="inlineStr"><is><t>${said}</t></is></c>`;
    const workbook = await zipped({
      '[Content_Types].xml':
        '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/></Types>',
      'xl/workbook.xml': `<workbook xmlns="${main}" xmlns:r="${relations}"><sheets><sheet name="Counts" sheetId="1" r:id="rId1"/><sheet name="Days" sheetId="2" r:id="rId2"/></sheets></workbook>`,
      'xl/_rels/workbook.xml.rels': `<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="${relations}/worksheet" Target="worksheets/sheet1.xml"/><Relationship Id="rId2" Type="${relations}/worksheet" Target="worksheets/sheet2.xml"/><Relationship Id="rId3" Type="${relations}/styles" Target="styles.xml"/></Relationships>`,
      'xl/styles.xml': `<styleSheet xmlns="${main}"><cellXfs><xf numFmtId="0"/><xf numFmtId="14"/></cellXfs></styleSheet>`,
      'xl/worksheets/sheet1.xml': sheet(
        `<row r="1">${text('A1', 'species')}${text('B1', 'n')}</row><row r="2">${text('A2', 'limpet')}<c r="B2"><v>41</v></c></row>`
      ),
      'xl/worksheets/sheet2.xml': sheet('<row r="1"><c r="A1" s="1"><v>46456</v></c></row>')
    });
    expect(await previewOf(await kept('counts.xlsx', workbook))).toEqual({
      kind: 'sheets',
      sheets: [
        {
          name: 'Counts',
          rows: [
            ['species', 'n'],
            ['limpet', '41']
          ],
          more: false
        },
        { name: 'Days', rows: [['2027-03-10']], more: false }
      ]
    });
  });

  it.each([
    ['commas', 'a.csv', 'pool,n\nnorth,"1,5"\n'],
    ['semicolons', 'b.csv', 'pool;n\nnorth;1,5\n'],
    ['tabs', 'c.tsv', 'pool\tn\nnorth\t1,5\n']
  ])('find out that %s separate the fields', async (_what, name, content) => {
    expect(await previewOf(await kept(name, content))).toMatchObject({
      kind: 'table',
      rows: [
        ['pool', 'n'],
        ['north', '1,5']
      ]
    });
  });

  it('say that a damaged workbook cannot be shown', async () => {
    expect((await previewOf(await kept('x.xlsx', 'PK\x03\x04 no zip'))).kind).toBe('unreadable');
  });
});
