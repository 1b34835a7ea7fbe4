import { readFile } from 'node:fs/promises';
import { PDFDocument, PDFHexString, PDFName, PDFString, type PDFObject, type PDFPage } from 'pdf-lib';
import type { Annotated } from '$core/remarks/remarked';
import type { Anchor } from '$core/remarks/anchor';
import { wordsOnSheets, type Corners } from './word-places';

/** Pictures are set on a sheet of this width, in points. */
const WIDTH = 595;
/** Points of a note's corner, and how far notes of a whole piece stand apart. */
const NOTE = 20;
const COLOUR = [0.86, 0.55, 0.13];
/** Annotation flag "print", ISO 32000-1, table 165. */
const PRINTED = 4;

/**
 * A PDF, or a picture as one, with remarks as annotations of their own kind (ISO 32000-1, 12.5.6): words are highlighted, areas framed,
 * what was drawn is ink, all else is a note. Any reader shows them, and lists them with who wrote them and when.
 *
 * @throws where the file cannot be read as what it claims to be
 */
export async function annotate(
  file: { path: string; mediaType: string },
  remarks: readonly Annotated[]
): Promise<Uint8Array> {
  const bytes = await readFile(file.path);
  const pdf = file.mediaType.startsWith('image/')
    ? await ofPicture(bytes, file.mediaType)
    : await PDFDocument.load(bytes);
  const places = await wordsOnSheets(
    file.mediaType === 'application/pdf' ? bytes : null,
    remarks.flatMap(({ anchor }) => (anchor.on === 'words' ? [anchor] : []))
  );
  const pages = pdf.getPages();
  let notes = 0;
  for (const remark of remarks) {
    const { anchor } = remark;
    const found = anchor.on === 'words' ? places.get(anchor) : undefined;
    const sheet = found?.sheet ?? ('sheet' in anchor ? anchor.sheet : undefined) ?? 1;
    const page = pages[Math.min(sheet, pages.length) - 1];
    if (page)
      put(
        pdf,
        page,
        remark,
        shapeOf(page, anchor, found?.lines, () => notes++)
      );
  }
  return pdf.save();
}

/** What an annotation is and where: its rectangle, and the entries of its own kind. */
interface Shape {
  subtype: string;
  rect: [number, number, number, number];
  own: Record<string, number[] | number[][] | string>;
}

function shapeOf(page: PDFPage, anchor: Anchor, lines: Corners[] | undefined, next: () => number): Shape {
  const at = placing(page);
  if (anchor.on === 'ink') {
    const strokes = anchor.strokes.map((stroke) => stroke.flatMap(([x, y]) => at(x, y)));
    return { subtype: 'Ink', rect: around(strokes.flat()), own: { InkList: strokes } };
  }
  if (anchor.on === 'area' && anchor.width > 0 && anchor.height > 0) {
    const corners = [...at(anchor.x, anchor.y), ...at(anchor.x + anchor.width, anchor.y + anchor.height)];
    return { subtype: 'Square', rect: around(corners), own: {} };
  }
  if (lines && lines.length > 0) {
    const corners = lines.flat();
    return { subtype: 'Highlight', rect: around(corners), own: { QuadPoints: corners } };
  }
  const [x, y] = anchor.on === 'area' ? at(anchor.x, anchor.y) : at(20, 20 + 40 * (next() % 20));
  return { subtype: 'Text', rect: [x, y - NOTE, x + NOTE, y], own: { Name: 'Comment' } };
}

function put(pdf: PDFDocument, page: PDFPage, remark: Annotated, { subtype, rect, own }: Shape): void {
  const { context } = pdf;
  const said = remark.criterion === null ? remark.body : `${remark.criterion}: ${remark.body}`;
  const named = Object.entries(own).map(([name, value]): [string, PDFObject] => [
    name,
    typeof value === 'string' ? PDFName.of(value) : context.obj(value as number[])
  ]);
  const annotation = context.obj({
    Type: 'Annot',
    Subtype: subtype,
    Rect: rect,
    F: PRINTED,
    C: COLOUR,
    Contents: PDFHexString.fromText(said),
    T: PDFHexString.fromText(remark.by),
    M: PDFString.fromDate(new Date(remark.at)),
    ...Object.fromEntries(named)
  });
  page.node.addAnnot(context.register(annotation));
}

/** From thousandths of a sheet as it is shown to its own coordinates: the shown part is its crop box, turned as it says. */
function placing(page: PDFPage): (x: number, y: number) => [number, number] {
  const { x: left, y: bottom, width, height } = page.getCropBox();
  const turned = ((page.getRotation().angle % 360) + 360) % 360;
  return (x, y) => {
    const [across, down] = [x / 1000, y / 1000];
    switch (turned) {
      case 90:
        return [left + down * width, bottom + across * height];
      case 180:
        return [left + (1 - across) * width, bottom + down * height];
      case 270:
        return [left + (1 - down) * width, bottom + (1 - across) * height];
      default:
        return [left + across * width, bottom + (1 - down) * height];
    }
  };
}

/** The rectangle around points that are given as x, y, x, y … */
function around(points: readonly number[]): [number, number, number, number] {
  const xs = points.filter((_, i) => i % 2 === 0);
  const ys = points.filter((_, i) => i % 2 === 1);
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}

async function ofPicture(bytes: Buffer, mediaType: string): Promise<PDFDocument> {
  const pdf = await PDFDocument.create();
  const picture = await (mediaType === 'image/png' ? pdf.embedPng(bytes) : pdf.embedJpg(bytes));
  const height = (picture.height / picture.width) * WIDTH;
  pdf.addPage([WIDTH, height]).drawImage(picture, { x: 0, y: 0, width: WIDTH, height });
  return pdf;
}
