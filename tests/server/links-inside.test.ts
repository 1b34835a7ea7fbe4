import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import type { AddressInfo } from 'node:net';
import type { Server } from 'node:http';
import { Document, ExternalHyperlink, Packer, Paragraph, TextRun } from 'docx';
import { PDFArray, PDFDocument, PDFName, PDFString, StandardFonts } from 'pdf-lib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import yazl from 'yazl';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { inspectBlob } from '$server/blobs/inspect';
import { storeBlob } from '$server/blobs/store';
import { openSimulatedSite } from '$server/links/simulated-site';
import { readBehind, readBehindDone } from '$server/reading/read-behind';
import { addFile } from '$server/gathering/pieces';
import { submitPacket } from '$server/rounds/submit';
import { readDocument } from '$server/reading/read-document';
import { noteDemo } from '$server/db/settings';
import { serveSite } from '$server/standins/site';
import { at, DAY, key, MONDAY, smallCourse } from './kit';

type School = Awaited<ReturnType<typeof smallCourse>>;
let school: School;
let site: Server;
let base: string;

beforeAll(async () => {
  at(MONDAY);
  school = await smallCourse();
  const served = await serveSite(0, () => MONDAY);
  if (!served) throw new Error('the site does not stand');
  site = served;
  const { port } = site.address() as AddressInfo;
  base = `http://127.0.0.1:${port}`;
  await openSimulatedSite(port);
  await noteDemo({ password: '', accounts: [] });
});
afterAll(() => {
  site.close();
  site.closeAllConnections();
});

async function docx(link: string, said = 'The gauge'): Promise<Buffer> {
  const children = [new TextRun('As seen at '), new ExternalHyperlink({ link, children: [new TextRun(said)] })];
  return Packer.toBuffer(new Document({ sections: [{ children: [new Paragraph({ children })] }] }));
}

async function pdf(link: string): Promise<Buffer> {
  const document = await PDFDocument.create();
  const page = document.addPage();
  page.drawText('Low water at noon', { font: await document.embedFont(StandardFonts.Helvetica), x: 40, y: 700 });
  const annotation = document.context.obj({
    Type: 'Annot',
    Subtype: 'Link',
    Rect: [40, 690, 200, 720],
    A: { Type: 'Action', S: 'URI', URI: PDFString.of(link) }
  });
  const annotations = PDFArray.withContext(document.context);
  annotations.push(document.context.register(annotation));
  page.node.set(PDFName.of('Annots'), annotations);
  return Buffer.from(await document.save());
}

async function odt(link: string): Promise<Buffer> {
  const zip = new yazl.ZipFile();
  zip.addBuffer(Buffer.from('application/vnd.oasis.opendocument.text'), 'mimetype', { compress: false });
  zip.addBuffer(Buffer.from(`<text:p>See <text:a xlink:href="${link}">the gauge</text:a></text:p>`), 'content.xml');
  zip.end();
  return buffer(zip.outputStream);
}

async function add(who: School['ilse'], assignmentId: string, name: string, content: Buffer | string) {
  const blob = await storeBlob(Readable.from([Buffer.from(content)]));
  const added = await addFile(who, { assignmentId, deliverableId: null, name, blob, key: key() });
  if (!added.ok) throw new Error(added.why);
  await inspectBlob(blob);
  return blob;
}

const packetOf = async (assignmentId: string) => readOwnPacket(await readAssignment(school.ilse, assignmentId));
/** As when its page is read, and read again once it heard that something has changed. */
async function tendPieces(assignmentId: string) {
  for (let times = 0; times < 2; times++) {
    readBehind((await packetOf(assignmentId)).pieces, 'pieces');
    await readBehindDone();
  }
  return (await packetOf(assignmentId)).pieces;
}

describe('what documents say and lead to', () => {
  it.each([
    ['a.docx', docx, 'As seen at The gauge'],
    ['a.pdf', pdf, 'Low water at noon'],
    ['a.odt', odt, 'See the gauge']
  ])('is read of %s', async (name, make, text) => {
    const assignmentId = await school.set();
    const blob = await add(school.ilse, assignmentId, name, await make('https://shore.example/gauge'));
    const reading = await readDocument({ ...blob, name });
    expect(reading.text).toContain(text);
    expect(reading.links).toEqual(['https://shore.example/gauge']);
    expect(await readDocument({ ...blob, name })).toEqual(reading);
  });

  it.each([
    ['a cut-off PDF', 'b.pdf', async () => (await pdf('https://shore.example/')).subarray(0, 300)],
    ['an archive that is no document', 'b.docx', async () => (await odt('x')).subarray(0, 120)]
  ])('is nothing of %s', async (_what, name, make) => {
    const blob = await add(school.ilse, await school.set(), name, await make()).catch(() => null);
    if (blob) expect(await readDocument({ ...blob, name })).toEqual({ text: '', pages: null, links: [] });
  });
});

describe('links inside', () => {
  it('are looked at like any other, behind the page that shows them', async () => {
    const assignmentId = await school.set();
    await add(school.ilse, assignmentId, 'report.docx', await docx(`${base}/club/lab-book`));
    await add(school.ilse, assignmentId, 'notes.md', `[mine](${base}/notebooks/own-tab) and ${base}/no-such-page.`);
    expect((await packetOf(assignmentId)).pieces).toMatchObject([{ links: null }, { links: null }]);
    expect(await tendPieces(assignmentId)).toMatchObject([
      { links: [{ url: `${base}/club/lab-book`, verdict: 'asks-to-sign-in', at: MONDAY }] },
      {
        links: [
          { url: `${base}/notebooks/own-tab`, verdict: 'opens' },
          { url: `${base}/no-such-page`, verdict: 'not-found' }
        ]
      }
    ]);
  });

  it('of a submitted round are looked at again after half a day, and only then', async () => {
    const assignmentId = await school.set();
    await add(school.ilse, assignmentId, 'later.txt', `${base}/notebooks/changing`);
    await submitPacket(school.ilse, { assignmentId, key: key() });
    const seen = async () => {
      for (let times = 0; times < 2; times++) {
        readBehind((await packetOf(assignmentId)).rounds[0]?.pieces ?? [], 'round_pieces');
        await readBehindDone();
      }
      const [piece] = (await packetOf(assignmentId)).rounds[0]?.pieces ?? [];
      return piece?.kind === 'file' ? piece.links?.[0]?.at : undefined;
    };
    expect(await seen()).toBe(MONDAY);
    at(MONDAY + DAY / 4);
    expect(await seen()).toBe(MONDAY);
    at(MONDAY + DAY);
    expect(await seen()).toBe(MONDAY + DAY);
    at(MONDAY);
  });
});
