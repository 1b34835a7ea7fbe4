import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { Document, FootnoteReferenceRun, Packer, Paragraph, Tab, TextRun } from 'docx';
import { PDFDocument, StandardFonts } from 'pdf-lib';
import { describe, expect, it } from 'vitest';
import yazl from 'yazl';
import { registerBlob } from '$server/blobs/register';
import { storeBlob } from '$server/blobs/store';
import { inTransaction } from '$server/db/connection';
import { officeLinks } from '$server/reading/office-links';
import { paragraphs } from '$server/reading/paragraphs';
import { isReadable, readDocument } from '$server/reading/read-document';
import { blobPath } from '$server/blobs/store';

async function kept(name: string, content: Buffer | string) {
  const blob = await storeBlob(Readable.from([Buffer.from(content)]));
  await inTransaction((tx) => registerBlob(blob, tx));
  return { ...blob, name };
}

async function zipped(files: Record<string, string>): Promise<Buffer> {
  const zip = new yazl.ZipFile();
  for (const [name, content] of Object.entries(files)) zip.addBuffer(Buffer.from(content), name);
  zip.end();
  return buffer(zip.outputStream);
}

describe('paragraphs of office XML', () => {
  const TAGS = { paragraph: 'w:p', text: 'w:t' };
  it('join the runs of one, part its tabs, and leave out what is no text', () => {
    const xml =
      '<w:p><w:r><w:t>Low </w:t></w:r><w:r><w:t>water</w:t><w:tab/><w:t>noon</w:t></w:r></w:p><w:p/>' +
      '<w:p><w:instrText>PAGE</w:instrText><w:r><w:t>&lt;b&gt; &amp; more</w:t></w:r></w:p>';
    expect(paragraphs(xml, TAGS, 10)).toEqual(['Low water noon', '<b> & more']);
  });

  it('are no more than are wanted, and survive XML that is broken', () => {
    expect(paragraphs('<w:p><w:t>a</w:t></w:p>'.repeat(50), TAGS, 3)).toEqual(['a', 'a', 'a']);
    expect(paragraphs('<w:p><w:t>open', TAGS, 3)).toEqual(['open']);
  });
});

describe('reading', () => {
  it('a DOCX gives its paragraphs in their order, then its notes', async () => {
    const document = new Document({
      footnotes: { 1: { children: [new Paragraph('Measured at the ledge.')] } },
      sections: [
        {
          children: [
            new Paragraph({ children: [new TextRun(`Pools ${randomUUID()}`), new FootnoteReferenceRun(1)] }),
            new Paragraph({ children: [new TextRun({ children: ['Height', new Tab(), '41 cm'] })] })
          ]
        }
      ]
    });
    const { text } = await readDocument(await kept('report.docx', await Packer.toBuffer(document)));
    const lines = text.split('\n');
    expect(lines[0]).toMatch(/^Pools /);
    expect(lines[1]).toBe('Height 41 cm');
    expect(lines.at(-1)).toBe('Measured at the ledge.');
  });

  it('a PDF gives its words page by page, and how many pages it has', async () => {
    const document = await PDFDocument.create();
    const font = await document.embedFont(StandardFonts.Helvetica);
    for (const said of ['First page', 'Second page', randomUUID()])
      document.addPage().drawText(said, { font, x: 40, y: 700 });
    const { text, pages } = await readDocument(await kept('report.pdf', Buffer.from(await document.save())));
    expect(pages).toBe(3);
    expect(text.indexOf('First page')).toBeLessThan(text.indexOf('Second page'));
  });

  it('slides lead where their relationships say, in their order', async () => {
    const link = (to: string) =>
      `<Relationships><Relationship Type="http://x/hyperlink" Target="${to}"/><Relationship Type="http://x/image" Target="a.png"/></Relationships>`;
    const deck = await kept(
      'deck.pptx',
      await zipped({
        'ppt/slides/_rels/slide10.xml.rels': link('https://shore.example/last'),
        'ppt/slides/_rels/slide2.xml.rels': link('https://shore.example/second'),
        'ppt/_rels/presentation.xml.rels': link('https://shore.example/not-a-slide')
      })
    );
    expect(await officeLinks(blobPath(deck.sha256))).toEqual([
      'https://shore.example/second',
      'https://shore.example/last'
    ]);
  });

  it.each([
    ['notes.md', 'text/plain', true],
    ['report.docx', 'application/vnd.openxmlformats-officedocument.wordprocessingml.document', true],
    ['report.pdf', 'application/pdf', true],
    ['deck.odp', 'application/vnd.oasis.opendocument.presentation', true],
    ['photo.jpg', 'image/jpeg', false],
    ['bell.wav', 'audio/wav', false],
    ['all.zip', 'application/zip', false]
  ])('is done of %s (%s): %s', (name, mediaType, readable) => {
    expect(isReadable({ name, mediaType })).toBe(readable);
  });

  it('keeps nothing of letters that a database cannot keep', async () => {
    const { text } = await readDocument(await kept('odd.txt', `before\0after ${randomUUID()}`));
    expect(text).toMatch(/^before after /);
  });
});
