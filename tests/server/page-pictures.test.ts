import { execFile } from 'node:child_process';
import { buffer } from 'node:stream/consumers';
import { promisify } from 'node:util';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { XmlElement } from 'yjs';
import { payloadOf } from '$core/receipts/bag';
import { blobPath } from '$server/blobs/store';
import { addPagePicture } from '$server/gathering/page-pictures';
import { NotHere } from '$server/outcome';
import { revise } from '$server/rounds/change';
import { submitPacket } from '$server/rounds/submit';
import { readShelf } from '$server/shelf/read-shelf';
import { bagOf } from '$server/receipts/bag';
import { readReceipt } from '$server/receipts/read-receipt';
import { lookAt } from '$server/sources/look-at';
import { openPagePicture } from '$server/sources/page-picture';
import { openShape } from '$server/sources/shapes';
import { key, smallCourse } from './kit';
import { beginOf, bytesOf, openWindow, packetIn } from './page-writer';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});

const begun = (name?: string) => beginOf(school, name);
const packetOf = (assignmentId: string) => packetIn(school, assignmentId);

describe('a page in the forms in which it travels', () => {
  it('is printed and lies in the receipt and the bag as it was submitted, as PDF, HTML and Markdown, with its pictures', async () => {
    const page = await begun('Printed');
    const bytes = await png();
    const added = await addPagePicture(school.ilse, page, {
      stream: streamOf(bytes),
      name: 'p.png',
      size: bytes.length
    });
    const window = await openWindow(school.ilse, page);
    const image = new XmlElement('image');
    image.setAttribute('src', added.ok ? added.name : '');
    const formula = new XmlElement('formulaBlock');
    formula.setAttribute('tex', 'x^2');
    window.put(image, formula);
    window.write('<script>alert(1)</script> & so on');
    await window.keep();
    const submitted = await submitPacket(school.ilse, { assignmentId: page.assignmentId, key: key() });
    const { receipt, jws } = await readReceipt(school.ilse, submitted.ok ? submitted.receipt : '');
    const paths = payloadOf(receipt).map(({ path }) => path.replace(/[0-9a-f]{64}/, 'HASH'));
    expect(paths.sort()).toEqual([
      'data/Also/Printed.html',
      'data/Also/Printed.md',
      'data/Also/Printed.pdf',
      'data/Also/pictures/HASH.png'
    ]);
    const html = (await buffer(await bagOf(receipt, jws))).toString('utf8');
    expect(html).toContain('&lt;script&gt;alert(1)&lt;/script&gt; &amp; so on');
    expect(html).toContain('<math');
    expect(html).toContain('<img src="pictures/');
    const frozen = (await packetOf(page.assignmentId)).rounds[0]?.pieces[0]?.id ?? '';
    const pdf = await openShape(school.teacher, 'submitted', frozen, 'pdf');
    expect(receipt.pieces[0]?.besides?.map(({ sha256 }) => sha256)).toContain(pdf.sha256);
    expect(await pdfWords(blobPath(pdf.sha256))).toContain('<script>alert(1)</script> & so on');
    const docx = await openShape(school.teacher, 'submitted', frozen, 'docx');
    const told = await pandoc(blobPath(docx.sha256), 'docx');
    expect(told).toContain('<script>alert(1)</script> & so on');
    expect(told).toContain('"t":"Image"');
    expect(told).toContain('"t":"Math"');
    await expect(openShape(school.teodor, 'submitted', frozen, 'docx')).rejects.toThrow(NotHere);
    expect(await lookAt(school.teacher, 'submitted', frozen)).toMatchObject({ kind: 'written' });
  });
});

describe('a picture on a page', () => {
  it('is made small, lies beside the page and its rounds, and on the Shelf as it came', async () => {
    const page = await begun('With a picture');
    const bytes = await png();
    const added = await addPagePicture(school.ilse, page, {
      stream: streamOf(bytes),
      name: 'kelp.png',
      size: bytes.length
    });
    if (!added.ok) throw new Error(added.why);
    const name = added.name.replace('pictures/', '');
    expect(await sizeOf(await openPagePicture(school.ilse, 'pieces', page.pieceId, name))).toBe(1600);
    const window = await openWindow(school.ilse, page);
    const image = new XmlElement('image');
    image.setAttribute('src', added.name);
    image.setAttribute('alt', 'Kelp');
    window.put(image);
    expect(await window.keep()).toMatchObject({ ok: true });
    await submitPacket(school.ilse, { assignmentId: page.assignmentId, key: key() });
    const frozen = (await packetOf(page.assignmentId)).rounds[0]?.pieces[0]?.id ?? '';
    expect(await bytesOf(school.teacher, 'submitted', frozen)).toContain(`![Kelp](${added.name})`);
    expect(await sizeOf(await openPagePicture(school.teacher, 'submitted', frozen, name))).toBe(1600);
    for (const [who, source, id] of [
      [school.teodor, 'submitted', frozen],
      [school.teacher, 'pieces', page.pieceId]
    ] as const)
      await expect(openPagePicture(who, source, id, name)).rejects.toThrow(NotHere);
    const { files } = await readShelf(school.ilse);
    const original = files.find((file) => file.name === 'kelp.png');
    expect(original?.size).toBe(bytes.length);
    expect(await addPagePicture(school.ilse, page, { fileId: original?.id ?? '' })).toMatchObject({ ok: false });
    await revise(school.ilse, page);
    const [back] = (await packetOf(page.assignmentId)).pieces;
    expect(
      await addPagePicture(school.ilse, { ...page, pieceId: back?.id ?? '' }, { fileId: original?.id ?? '' })
    ).toEqual(added);
  });

  it('is refused where it is none, and no other page shows it', async () => {
    const [page, other] = [await begun('No picture'), await begun('Another page')];
    const text = Buffer.from('<svg onload="alert(1)"/>');
    const none = { stream: streamOf(text), name: 'kelp.png', size: text.length };
    expect(await addPagePicture(school.ilse, page, none)).toEqual({ ok: false, why: 'no-picture' });
    const bytes = await png();
    const added = await addPagePicture(school.ilse, page, {
      stream: streamOf(bytes),
      name: 'a.png',
      size: bytes.length
    });
    const name = added.ok ? added.name.replace('pictures/', '') : '';
    await expect(openPagePicture(school.ilse, 'pieces', other.pieceId, name)).rejects.toThrow(NotHere);
    await expect(openPagePicture(school.ilse, 'pieces', page.pieceId, '../secret')).rejects.toThrow(NotHere);
  });
});

const sizeOf = async ({ sha256 }: { sha256: string }) => (await sharp(blobPath(sha256)).metadata()).width;

const png = () =>
  sharp({ create: { width: 2400, height: 1200, channels: 3, background: '#335577' } })
    .png()
    .toBuffer();
const streamOf = (bytes: Uint8Array) => new Blob([bytes as BlobPart]).stream();

/** The words of a PDF as another reader than ours finds them. */
async function pdfWords(path: string): Promise<string> {
  const { stdout } = await promisify(execFile)('pdftotext', ['-layout', path, '-']);
  return stdout;
}

/** What another reader than ours finds in a document: its parts, as JSON with plain words. */
async function pandoc(path: string, from: string): Promise<string> {
  const run = promisify(execFile);
  const [parts, plain] = await Promise.all([
    run('pandoc', ['-f', from, '-t', 'json', path], { maxBuffer: 50_000_000 }),
    run('pandoc', ['-f', from, '-t', 'plain', '--wrap=none', path])
  ]);
  return parts.stdout + plain.stdout;
}
