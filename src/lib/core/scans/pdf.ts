import {
  PDFDocument,
  PDFOperator,
  PDFOperatorNames,
  StandardFonts,
  TextRenderingMode,
  beginText,
  drawObject,
  endText,
  popGraphicsState,
  pushGraphicsState,
  setFontAndSize,
  setTextMatrix,
  setTextRenderingMode,
  concatTransformationMatrix,
  type PDFFont,
  type PDFPage
} from 'pdf-lib';

/** A word that was read by machine, and where it stands: shares of the sheet's sides, from the top left. */
export interface ReadWord {
  text: string;
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** One sheet as it goes into a PDF. */
export interface PdfSheet {
  /** Millimetres. */
  size: { width: number; height: number };
  /** Its pixels: as a JPEG, or as bits in rows of whole bytes, 1 for paper, deflated (RFC 1950). */
  image: { kind: 'jpeg'; bytes: Uint8Array } | { kind: 'bits'; deflated: Uint8Array; width: number; height: number };
  words: readonly ReadWord[];
}

/** Points of a millimetre. */
const POINTS = 72 / 25.4;

/**
 * Several sheets as one PDF (ISO 32000-1), each at its own size on paper. What was read of them lies over the picture as
 * text that is not drawn (9.3.6, mode 3), so that it can be searched and copied.
 */
export async function scanPdf(title: string, sheets: readonly PdfSheet[]): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(title);
  pdf.setProducer('Vendro');
  pdf.setCreator('Vendro');
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  for (const { size, image, words } of sheets) {
    const [width, height] = [size.width * POINTS, size.height * POINTS];
    const page = pdf.addPage([width, height]);
    if (image.kind === 'jpeg') page.drawImage(await pdf.embedJpg(image.bytes), { x: 0, y: 0, width, height });
    else drawBits(pdf, page, image);
    if (words.length > 0) layWords(page, font, words);
  }
  return pdf.save();
}

/** A picture of one bit for each pixel, which the library itself does not make. */
function drawBits(pdf: PDFDocument, page: PDFPage, image: Extract<PdfSheet['image'], { kind: 'bits' }>): void {
  const stream = pdf.context.stream(image.deflated, {
    Type: 'XObject',
    Subtype: 'Image',
    Width: image.width,
    Height: image.height,
    ColorSpace: 'DeviceGray',
    BitsPerComponent: 1,
    Filter: 'FlateDecode'
  });
  const key = page.node.newXObject('Sheet', pdf.context.register(stream));
  const { width, height } = page.getSize();
  page.pushOperators(
    pushGraphicsState(),
    concatTransformationMatrix(width, 0, 0, height, 0, 0),
    drawObject(key),
    popGraphicsState()
  );
}

/** Each word as wide and as high as it stands on the sheet. */
function layWords(page: PDFPage, font: PDFFont, words: readonly ReadWord[]): void {
  const { width, height } = page.getSize();
  const key = page.node.newFontDictionary('Read', font.ref);
  page.pushOperators(beginText(), setTextRenderingMode(TextRenderingMode.Invisible));
  for (const word of words) {
    const text = encodable(word.text);
    const size = Math.max(1, (word.bottom - word.top) * height);
    const natural = font.widthOfTextAtSize(text, size);
    if (text === '' || natural === 0) continue;
    const stretch = ((word.right - word.left) * width) / natural;
    page.pushOperators(
      setFontAndSize(key, size),
      setTextMatrix(stretch, 0, 0, 1, word.left * width, height - word.bottom * height + size * 0.2),
      PDFOperator.of(PDFOperatorNames.ShowText, [font.encodeText(`${text} `)])
    );
  }
  page.pushOperators(endText());
}

/** What the standard fonts can encode (WinAnsi); anything else is left out of the layer. */
const encodable = (text: string) =>
  text.replace(/[^\u0020-\u007e\u00a1-\u00ff€‚ƒ„…†‡ˆ‰Š‹ŒŽ‘’“”•–—˜™š›œžŸ]/g, '').trim();
