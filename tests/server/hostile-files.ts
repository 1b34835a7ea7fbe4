import { deflateSync } from 'node:zlib';
import yazl from 'yazl';

/** Files that are small to send and endless to read, each of another kind. Made here, since nobody should keep such files. */
export interface HostileFile {
  name: string;
  bytes: Buffer;
}

const WORD_TYPES =
  '<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">' +
  '<Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>' +
  '<Default Extension="xml" ContentType="application/xml"/>' +
  '<Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>';
const WORD_RELS =
  '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">' +
  '<Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>';
const WORD = 'http://schemas.openxmlformats.org/wordprocessingml/2006/main';

/** All of them. Takes a second to make. */
export async function hostileFiles(): Promise<HostileFile[]> {
  return [
    { name: 'paragraphs.docx', bytes: await docx('<w:p/>'.repeat(6_000_000)) },
    { name: 'runs.docx', bytes: await docx(`<w:p>${'<w:r><w:t>a</w:t></w:r>'.repeat(900_000)}</w:p>`) },
    { name: 'nested.docx', bytes: await docx('<w:p>'.repeat(400_000)) },
    { name: 'tables.docx', bytes: await docx('<w:tbl><w:tr><w:tc>'.repeat(60) + '<w:p/>'.repeat(300_000)) },
    { name: 'cells.xlsx', bytes: await xlsx(3_000_000) },
    { name: 'nested.odt', bytes: await odt('<text:section>'.repeat(500_000)) },
    { name: 'slides.pptx', bytes: await pptx('<a:p><a:r><a:t>x</a:t></a:r></a:p>'.repeat(1_500_000)) },
    { name: 'quotations.md', bytes: Buffer.from('>'.repeat(200_000)) },
    { name: 'brackets.md', bytes: Buffer.from('['.repeat(199_000)) },
    { name: 'stars.md', bytes: Buffer.from('*a **a '.repeat(28_000)) },
    { name: 'address.txt', bytes: Buffer.from(`https://a${')'.repeat(190_000)}`) },
    { name: 'quotes.csv', bytes: Buffer.from('",'.repeat(100_000)) },
    { name: 'picture.png', bytes: png(10_900, 10_900) },
    { name: 'pages.pdf', bytes: loopingPdf() }
  ];
}

export const docx = (body: string) =>
  zipped({
    '[Content_Types].xml': WORD_TYPES,
    '_rels/.rels': WORD_RELS,
    'word/document.xml': `<w:document xmlns:w="${WORD}"><w:body>${body}</w:body></w:document>`
  });

const odt = (body: string) =>
  zipped({
    mimetype: 'application/vnd.oasis.opendocument.text',
    'content.xml': `<office:document-content>${body}</office:document-content>`
  });

const pptx = (body: string) =>
  zipped({
    '[Content_Types].xml': WORD_TYPES.replaceAll('wordprocessingml.document', 'presentationml.presentation').replace(
      '/word/document.xml',
      '/ppt/presentation.xml'
    ),
    'ppt/presentation.xml': '<p/>',
    'ppt/slides/slide1.xml': `<p:sld>${body}</p:sld>`
  });

const xlsx = (cells: number) =>
  zipped({
    '[Content_Types].xml': WORD_TYPES.replaceAll('wordprocessingml.document', 'spreadsheetml.sheet').replace(
      '/word/document.xml',
      '/xl/workbook.xml'
    ),
    'xl/workbook.xml': '<workbook><sheets><sheet name="a" sheetId="1" r:id="rId1"/></sheets></workbook>',
    'xl/_rels/workbook.xml.rels':
      '<Relationships><Relationship Id="rId1" Type="worksheet" Target="worksheets/sheet1.xml"/></Relationships>',
    'xl/worksheets/sheet1.xml': `<worksheet><sheetData><row>${'<c><v>1</v></c>'.repeat(cells)}</row></sheetData></worksheet>`
  });

async function zipped(files: Record<string, string>): Promise<Buffer> {
  const zip = new yazl.ZipFile();
  for (const [name, text] of Object.entries(files)) zip.addBuffer(Buffer.from(text), name, { compressionLevel: 9 });
  zip.end();
  const chunks: Buffer[] = [];
  for await (const chunk of zip.outputStream) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks);
}

/** A picture of one colour (PNG, ISO/IEC 15948), interlaced in name, as many pixels as there may be. */
function png(width: number, height: number): Buffer {
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header.set([8, 6, 0, 0, 0], 8);
  const lines = deflateSync(Buffer.alloc((width * 4 + 1) * height), { level: 9 });
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  return Buffer.concat([signature, chunk('IHDR', header), chunk('IDAT', lines), chunk('IEND', Buffer.alloc(0))]);
}

function chunk(type: string, data: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from(type), data]);
  const length = Buffer.alloc(4);
  length.writeUInt32BE(data.length);
  const sum = Buffer.alloc(4);
  sum.writeUInt32BE(crc32(body));
  return Buffer.concat([length, body, sum]);
}

function crc32(bytes: Buffer): number {
  let crc = 0xffffffff;
  for (const byte of bytes) {
    crc ^= byte;
    for (let bit = 0; bit < 8; bit++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
  }
  return (crc ^ 0xffffffff) >>> 0;
}

/** A PDF whose one page is drawn by a form that draws itself many times over (ISO 32000-1, 8.10). */
function loopingPdf(): Buffer {
  const again = '/F Do '.repeat(2_000);
  const objects = [
    '<</Type/Catalog/Pages 2 0 R>>',
    `<</Type/Pages/Count 300/Kids[${'3 0 R '.repeat(300)}]>>`,
    '<</Type/Page/Parent 2 0 R/MediaBox[0 0 9 9]/Contents 4 0 R/Resources<</XObject<</F 5 0 R>>>>>>',
    `<</Length ${again.length}>>stream\n${again}\nendstream`,
    `<</Type/XObject/Subtype/Form/BBox[0 0 9 9]/Resources<</XObject<</F 5 0 R>>>>/Length ${again.length}>>stream\n${again}\nendstream`
  ];
  let text = '%PDF-1.4\n';
  const places = objects.map((object, i) => {
    const place = text.length;
    text += `${i + 1} 0 obj\n${object}\nendobj\n`;
    return place;
  });
  const start = text.length;
  const rows = places.map((place) => `${String(place).padStart(10, '0')} 00000 n \n`).join('');
  return Buffer.from(
    `${text}xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${rows}trailer<</Size ${objects.length + 1}/Root 1 0 R>>\nstartxref\n${start}\n%%EOF`
  );
}
