import type { ReceiptSheet } from '$core/receipts/sheet';
import { PDFDocument, rgb, type PDFPage } from 'pdf-lib';
import { receiptLines } from '$core/receipts/lines';
import { ArchivalDocument } from '../pdf/archival';
import { DocumentFonts } from '../pdf/fonts';

/** A4 in points (ISO 216), and its margins. */
const PAGE = { width: 595, height: 842, margin: 56 };
const SIZE = 10;
const LEADING = 15;
const INK = rgb(0.07, 0.26, 0.31);

/**
 * A receipt as a PDF for the archive: what stands on its page, and the signed receipt as an attachment inside it, so that
 * the sheet can still be verified. In a parsing process: names in many alphabets take a while to set.
 */
export async function receiptPdf({ receipt, jws, zone, verifyAt }: ReceiptSheet): Promise<Uint8Array> {
  const pdf = await PDFDocument.create({ updateMetadata: false });
  const about = { title: `Receipt ${receipt.number}`, author: receipt.course, at: receipt.receivedAt };
  const document = new ArchivalDocument(pdf, about);
  const sheet = new Sheet(pdf, document);
  const [number = '', ...lines] = receiptLines(receipt, zone);
  await sheet.write(number, 18, 'H1');
  for (const line of lines) await sheet.write(line, SIZE, 'P');
  await sheet.write('', SIZE, 'P');
  await sheet.write(`Verify this file itself at ${verifyAt}. The signed receipt is attached inside it.`, SIZE, 'P');
  const name = `receipt-${receipt.number}.jws`;
  await document.attach(new TextEncoder().encode(jws), name, 'application/jose', 'The signed receipt (JWS)');
  return document.finish();
}

/** Writes lines below one another, with a new page where one is full. */
class Sheet {
  private page: PDFPage;
  private y: number;
  /** Names are written in every alphabet, and the standard fonts of PDF know one. */
  private fonts: DocumentFonts;

  constructor(
    private pdf: PDFDocument,
    private document: ArchivalDocument
  ) {
    this.page = pdf.addPage([PAGE.width, PAGE.height]);
    this.y = PAGE.height - PAGE.margin;
    this.fonts = new DocumentFonts(pdf);
  }

  async write(text: string, size: number, tag: 'H1' | 'P'): Promise<void> {
    if (text.trim() !== '') this.document.begin(tag, text.trim());
    for (const line of await this.wrapped(text, size)) {
      this.y -= Math.max(LEADING, size * 1.4);
      if (this.y < PAGE.margin) {
        this.page = this.pdf.addPage([PAGE.width, PAGE.height]);
        this.y = PAGE.height - PAGE.margin - LEADING;
      }
      if (line.trim() === '') continue;
      const stretches = await this.fonts.stretches(line);
      const { page, y } = this;
      this.document.draw(page, () => {
        let x = PAGE.margin;
        for (const { text: part, font } of stretches) {
          page.drawText(part, { x, y, size, font, color: INK });
          x += font.widthOfTextAtSize(part, size);
        }
      });
    }
  }

  /** Lines that fit the width. A word that does not, such as a hash or an address, is broken anywhere. */
  private async wrapped(text: string, size: number): Promise<string[]> {
    const lines: string[] = [];
    let line = '';
    let used = 0;
    for (const word of text.replace(/[\p{Cc}\p{Cn}]/gu, ' ').split(/(?<=\s)/)) {
      const width = await this.width(word, size);
      if (used + width > WIDTH && line.trim() !== '') {
        lines.push(line);
        [line, used] = ['', 0];
      }
      for (const part of width > WIDTH ? word : [word]) {
        const more = width > WIDTH ? await this.width(part, size) : width;
        if (used + more > WIDTH) {
          lines.push(line);
          [line, used] = ['', 0];
        }
        line += part;
        used += more;
      }
    }
    return [...lines, line];
  }

  private async width(text: string, size: number): Promise<number> {
    const stretches = await this.fonts.stretches(text);
    return stretches.reduce((sum, { text: part, font }) => sum + font.widthOfTextAtSize(part, size), 0);
  }
}

const WIDTH = PAGE.width - 2 * PAGE.margin;
