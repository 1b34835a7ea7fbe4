import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import fontkit from '@pdf-lib/fontkit';
import { AFRelationship, PDFDocument, rgb, type PDFFont, type PDFPage } from 'pdf-lib';
import { receiptLines } from '$core/receipts/lines';
import type { Receipt } from '$core/receipts/receipt';
import { config } from '../config';
import { once } from '../key-file';

/** A4 in points (ISO 216), and its margins. */
const PAGE = { width: 595, height: 842, margin: 56 };
const SIZE = 10;
const LEADING = 15;
const INK = rgb(0.07, 0.26, 0.31);

/**
 * A receipt as a PDF: what stands on its page, and the signed receipt as an attachment inside it, so that the sheet can
 * still be verified.
 */
export async function receiptPdf(receipt: Receipt, jws: string, zone: string): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.registerFontkit(fontkit);
  pdf.setTitle(`Receipt ${receipt.number}`);
  pdf.setAuthor(receipt.course);
  pdf.setCreationDate(new Date(receipt.receivedAt));
  // A font of its own: names are written in every alphabet, and the standard fonts know one.
  const font = await pdf.embedFont(await fontFile(), { subset: true });
  const sheet = new Sheet(pdf, font);
  const [number = '', ...lines] = receiptLines(receipt, zone);
  sheet.write(number, 18);
  for (const line of lines) sheet.write(line, SIZE);
  sheet.write('', SIZE);
  sheet.write(`Verify it at ${config.origin}/verify. The signed receipt is attached to this document.`, SIZE);
  await pdf.attach(new TextEncoder().encode(jws), `receipt-${receipt.number}.jws`, {
    mimeType: 'application/jose',
    description: 'The signed receipt (JWS)',
    afRelationship: AFRelationship.Data
  });
  return pdf.save();
}

const fontFile = once(() => readFile(createRequire(import.meta.url).resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf')));

/** Writes lines below one another, with a new page where one is full. */
class Sheet {
  private page: PDFPage;
  private y: number;

  constructor(
    private pdf: PDFDocument,
    private font: PDFFont
  ) {
    this.page = pdf.addPage([PAGE.width, PAGE.height]);
    this.y = PAGE.height - PAGE.margin;
  }

  write(text: string, size: number): void {
    for (const line of this.wrapped(text, size)) {
      this.y -= Math.max(LEADING, size * 1.4);
      if (this.y < PAGE.margin) {
        this.page = this.pdf.addPage([PAGE.width, PAGE.height]);
        this.y = PAGE.height - PAGE.margin - LEADING;
      }
      this.page.drawText(line, { x: PAGE.margin, y: this.y, size, font: this.font, color: INK });
    }
  }

  /** Lines that fit the width. A word that does not, such as a hash or an address, is broken anywhere. */
  private wrapped(text: string, size: number): string[] {
    const width = PAGE.width - 2 * PAGE.margin;
    const fits = (line: string) => this.font.widthOfTextAtSize(line, size) <= width;
    const lines: string[] = [];
    let line = '';
    for (const word of text.replace(/[\p{Cc}\p{Cn}]/gu, ' ').split(/(?<=\s)/)) {
      if (fits(line + word)) line += word;
      else {
        if (line.trim() !== '') lines.push(line);
        line = '';
        for (const letter of word) {
          if (fits(line + letter)) line += letter;
          else {
            lines.push(line);
            line = letter;
          }
        }
      }
    }
    return [...lines, line];
  }
}
