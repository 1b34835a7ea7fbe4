import { createHash } from 'node:crypto';
import {
  AFRelationship,
  PDFArray,
  PDFHexString,
  PDFName,
  PDFOperator,
  PDFString,
  type PDFDocument,
  type PDFPage,
  type PDFRef
} from 'pdf-lib';
import sharp from 'sharp';
import { escaped } from '$core/pages/html';

/** What a document says of itself. */
export interface About {
  title: string;
  author: string;
  /** Milliseconds; also when it was last changed, so that the same document is the same bytes. */
  at: number;
}

/** An element of the document's structure: what it is, and what it says. */
interface Element {
  tag: 'H1' | 'P';
  says: string;
  marks: Array<{ page: PDFPage; id: number }>;
}

const PRODUCER = 'Vendro';
const LANGUAGE = 'en-GB';

/**
 * A document that can still be opened, read out and searched in decades: PDF/A-3 at level A (ISO 19005-3). Its colours are
 * sRGB, its fonts are inside it, what it says stands in its structure in reading order, and files are attached with what
 * they are to it.
 */
export class ArchivalDocument {
  private elements: Element[] = [];
  private marksOn = new Map<PDFPage, number>();

  /** @param pdf made without metadata of its own (`updateMetadata: false`) */
  constructor(
    private pdf: PDFDocument,
    private about: About
  ) {}

  /** Begins a heading or a paragraph; what is drawn until the next one belongs to it. */
  begin(tag: Element['tag'], says: string): void {
    this.elements.push({ tag, says, marks: [] });
  }

  /** Draws a line of the element that was begun last. */
  draw(page: PDFPage, work: () => void): void {
    const element = this.elements.at(-1);
    if (!element) throw new Error('Nothing was begun.');
    const id = this.marksOn.get(page) ?? 0;
    this.marksOn.set(page, id + 1);
    element.marks.push({ page, id });
    page.pushOperators(PDFOperator.of(BEGIN_MARKED, [PDFName.of(element.tag), `<</MCID ${id}>>`]));
    work();
    page.pushOperators(PDFOperator.of(END_MARKED));
  }

  /** Attaches a file as data that the document was made of. */
  async attach(bytes: Uint8Array, name: string, mimeType: string, description: string): Promise<void> {
    const at = new Date(this.about.at);
    const dates = { creationDate: at, modificationDate: at };
    await this.pdf.attach(bytes, name, { mimeType, description, afRelationship: AFRelationship.Data, ...dates });
  }

  /** The whole document. */
  async finish(): Promise<Uint8Array> {
    this.writeStructure();
    this.writeMetadata();
    await this.writeColours();
    // Whatever it is made of, the same document has the same name (ISO 32000-1, 14.4).
    const id = createHash('sha256').update(`${this.about.title} ${this.about.at}`).digest('hex').slice(0, 32);
    this.pdf.context.trailerInfo.ID = this.pdf.context.obj([PDFHexString.of(id), PDFHexString.of(id)]);
    return this.pdf.save({ useObjectStreams: false, addDefaultPage: false });
  }

  private writeStructure(): void {
    const { context, catalog } = this.pdf;
    const root = context.nextRef();
    const whole = context.nextRef();
    const parents = new Map<PDFPage, PDFRef[]>();
    const kids = this.elements
      .filter(({ marks }) => marks.length > 0)
      .map(({ tag, says, marks }) => {
        const kid = context.nextRef();
        const places = marks.map(({ page, id }) => {
          const row = parents.get(page) ?? [];
          row[id] = kid;
          parents.set(page, row);
          return context.obj({ Type: 'MCR', Pg: page.ref, MCID: id });
        });
        const element = { Type: 'StructElem', S: tag, P: whole, K: places, ActualText: PDFHexString.fromText(says) };
        context.assign(kid, context.obj(element));
        return kid;
      });
    const numbers = PDFArray.withContext(context);
    for (const [index, page] of this.pdf.getPages().entries()) {
      page.node.set(PDFName.of('StructParents'), context.obj(index));
      page.node.set(PDFName.of('Tabs'), PDFName.of('S'));
      numbers.push(context.obj(index));
      numbers.push(context.obj(parents.get(page) ?? []));
    }
    context.assign(whole, context.obj({ Type: 'StructElem', S: 'Document', P: root, K: kids }));
    const tree = context.register(context.obj({ Nums: numbers }));
    const structure = { Type: 'StructTreeRoot', K: [whole], ParentTree: tree, ParentTreeNextKey: parents.size };
    context.assign(root, context.obj(structure));
    catalog.set(PDFName.of('StructTreeRoot'), root);
    catalog.set(PDFName.of('MarkInfo'), context.obj({ Marked: true }));
    catalog.set(PDFName.of('Lang'), PDFString.of(LANGUAGE));
    catalog.set(PDFName.of('ViewerPreferences'), context.obj({ DisplayDocTitle: true }));
  }

  /** The same twice: for older readers, and as XMP (ISO 16684-1), which the standard asks for. */
  private writeMetadata(): void {
    const { title, author, at } = this.about;
    const date = new Date(at);
    this.pdf.setTitle(title);
    this.pdf.setAuthor(author);
    this.pdf.setProducer(PRODUCER);
    this.pdf.setCreator(PRODUCER);
    this.pdf.setCreationDate(date);
    this.pdf.setModificationDate(date);
    const moment = `${date.toISOString().slice(0, 19)}Z`;
    const xmp = `<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?>
<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about=""
 xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:xmp="http://ns.adobe.com/xap/1.0/" xmlns:pdf="http://ns.adobe.com/pdf/1.3/" xmlns:pdfaid="http://www.aiim.org/pdfa/ns/id/">
<pdfaid:part>3</pdfaid:part><pdfaid:conformance>A</pdfaid:conformance>
<dc:format>application/pdf</dc:format>
<dc:title><rdf:Alt><rdf:li xml:lang="x-default">${plainly(title)}</rdf:li></rdf:Alt></dc:title>
<dc:creator><rdf:Seq><rdf:li>${plainly(author)}</rdf:li></rdf:Seq></dc:creator>
<dc:language><rdf:Bag><rdf:li>${LANGUAGE}</rdf:li></rdf:Bag></dc:language>
<xmp:CreateDate>${moment}</xmp:CreateDate><xmp:ModifyDate>${moment}</xmp:ModifyDate><xmp:CreatorTool>${PRODUCER}</xmp:CreatorTool>
<pdf:Producer>${PRODUCER}</pdf:Producer>
</rdf:Description></rdf:RDF></x:xmpmeta>
<?xpacket end="w"?>`;
    const { context, catalog } = this.pdf;
    // Left as it is, so that it is found without reading the document.
    const stream = context.stream(Buffer.from(xmp), { Type: 'Metadata', Subtype: 'XML' });
    catalog.set(PDFName.of('Metadata'), context.register(stream));
  }

  private async writeColours(): Promise<void> {
    const { context, catalog } = this.pdf;
    const profile = context.register(context.flateStream(await srgb(), { N: 3 }));
    const intent = {
      Type: 'OutputIntent',
      S: 'GTS_PDFA1',
      OutputConditionIdentifier: PDFString.of('sRGB'),
      Info: PDFString.of('sRGB IEC61966-2.1'),
      DestOutputProfile: profile
    };
    catalog.set(PDFName.of('OutputIntents'), context.obj([context.obj(intent)]));
  }
}

/** Begins and ends a stretch that belongs to an element (ISO 32000-1, 14.6). The library's own names have no values with them. */
const BEGIN_MARKED = 'BDC' as Parameters<typeof PDFOperator.of>[0];
const END_MARKED = 'EMC' as Parameters<typeof PDFOperator.of>[0];

/** The colour profile as the picture library writes it. */
async function srgb(): Promise<Buffer> {
  const dot = sharp({ create: { width: 1, height: 1, channels: 3, background: '#fff' } });
  const { icc } = await sharp(await dot.withIccProfile('srgb').png().toBuffer()).metadata();
  if (!icc) throw new Error('The picture library has no profile of sRGB.');
  return icc;
}

/** Control characters have no place in XML. */
const plainly = (text: string) => escaped(text.replace(/\p{Cc}/gu, ' '));
