/// <reference lib="webworker" />
/**
 * Pictures and PDFs into one PDF, and pictures made smaller, away from the page's thread. Ending the worker cancels.
 */
import { PDFDocument } from 'pdf-lib';
import { drawings, pageFor, scaled, type Drawing } from '../core/materials/shrink';

/** `bytes`: at most so many for a picture, null to keep it as it is. */
export type CombineOrder =
  | { do: 'combine'; parts: Blob[]; bytes: number | null; title: string }
  | { do: 'shrink'; picture: Blob; bytes: number };
export type CombineNews =
  | { done: number; of: number }
  | { blob: Blob; pages: number }
  | { failed: 'locked' | 'unreadable'; part: number };

const tell = (news: CombineNews) => self.postMessage(news);

self.onmessage = async ({ data }: MessageEvent<CombineOrder>) => {
  let part = 0;
  try {
    if (data.do === 'shrink') return tell({ blob: await small(data.picture, data.bytes), pages: 1 });
    const pdf = await PDFDocument.create();
    pdf.setTitle(data.title);
    for (const [i, blob] of data.parts.entries()) {
      part = i;
      tell({ done: i, of: data.parts.length });
      if (blob.type.startsWith('application/pdf')) await addPdf(pdf, blob);
      else await addPicture(pdf, blob, data.bytes);
    }
    tell({ done: data.parts.length, of: data.parts.length });
    const bytes = await pdf.save();
    tell({
      blob: new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'application/pdf' }),
      pages: pdf.getPageCount()
    });
  } catch (error) {
    tell({ failed: error instanceof Error && /encrypted/i.test(error.message) ? 'locked' : 'unreadable', part });
  }
};

async function addPdf(to: PDFDocument, blob: Blob): Promise<void> {
  const from = await PDFDocument.load(await blob.arrayBuffer());
  for (const page of await to.copyPages(from, from.getPageIndices())) to.addPage(page);
}

async function addPicture(pdf: PDFDocument, blob: Blob, bytes: number | null): Promise<void> {
  const drawn = await small(blob, bytes ?? Infinity);
  const picture = await pdf.embedJpg(await drawn.arrayBuffer());
  const { page, ...at } = pageFor(picture.width, picture.height);
  pdf.addPage(page).drawImage(picture, at);
}

/** The picture as a JPEG of at most so many bytes, upright as its camera meant it; the smallest where none fits. */
async function small(blob: Blob, bytes: number): Promise<Blob> {
  const bitmap = await createImageBitmap(blob, { imageOrientation: 'from-image' });
  try {
    let last = blob;
    for (const way of drawings(Math.max(bitmap.width, bitmap.height))) {
      last = await draw(bitmap, way);
      if (last.size <= bytes) break;
    }
    return last;
  } finally {
    bitmap.close();
  }
}

async function draw(bitmap: ImageBitmap, { side, quality }: Drawing): Promise<Blob> {
  const { width, height } = scaled(bitmap.width, bitmap.height, side);
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser cannot draw here.');
  // JPEG knows no transparency: what shows nothing is paper.
  context.fillStyle = '#fff';
  context.fillRect(0, 0, width, height);
  context.drawImage(bitmap, 0, 0, width, height);
  return canvas.convertToBlob({ type: 'image/jpeg', quality });
}
