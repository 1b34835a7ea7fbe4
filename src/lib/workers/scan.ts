/// <reference lib="webworker" />
/**
 * Sheets out of photographs, away from the page's thread: finding them, putting them right, making a PDF of them.
 */
import { heightToWidth, wholeOf, type Corners } from '../core/scans/corners';
import { deflatedBits } from '../core/scans/bits';
import type { SheetMeasures } from '../core/scans/measures';
import { paperOf, type Paper } from '../core/scans/paper';
import { scanPdf, type PdfSheet, type ReadWord } from '../core/scans/pdf';
import type { Handling } from '../core/scans/sheet';
import { cleanUp, type Cleaned } from '../core/scans/vision/clean-up';
import { clean, type Photograph } from '../core/scans/vision/cv';
import { findSheet } from '../core/scans/vision/find-sheet';
import { measureSheet } from '../core/scans/vision/measure-sheet';
import { opencv } from '../core/scans/vision/opencv';
import { straighten } from '../core/scans/vision/straighten';
import { answering } from './answering';

/** What a sheet became. `shown`: its picture as browsers show it; `image`: the same as a PDF takes it. */
export interface Developed {
  shown: Blob;
  image: PdfSheet['image'];
  size: { width: number; height: number };
  measures: SheetMeasures;
}

/** A photograph that was brought: upright, no larger than is of use, and where its sheet lies. */
export interface Opened {
  photo: Blob;
  width: number;
  height: number;
  corners: Corners;
  /** How clearly the sheet stands out; null where none was found, and the whole photograph is taken for it. */
  sure: number | null;
  paper: Paper;
}

export type ScanQuestion =
  | { do: 'begin' }
  | { do: 'find'; picture: ImageBitmap }
  | { do: 'open'; photo: Blob | ImageBitmap }
  | { do: 'develop'; photo: Blob; handling: Handling }
  | {
      do: 'pdf';
      title: string;
      sheets: Array<{ image: PdfSheet['image']; size: PdfSheet['size']; words: ReadWord[] }>;
    };

/** A longer side than this tells nothing more of a sheet of paper. In pixels. */
const LONGEST = 4096;
const QUALITY = { photo: 0.92, sheet: 0.72 };

answering<ScanQuestion>(answer);

async function answer(question: ScanQuestion): Promise<unknown> {
  if (question.do === 'pdf') return pdf(question.title, question.sheets);
  const { cv } = await opencv();
  if (question.do === 'begin') return null;
  if (question.do === 'find') return findSheet(cv, pixelsOf(question.picture), false);
  if (question.do === 'open') return open(cv, question.photo);
  return develop(cv, question.photo, question.handling);
}

type Cv = Awaited<ReturnType<typeof opencv>>['cv'];

async function open(cv: Cv, brought: Blob | ImageBitmap): Promise<Opened> {
  const bitmap =
    brought instanceof Blob ? await createImageBitmap(brought, { imageOrientation: 'from-image' }) : brought;
  const scale = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height));
  const canvas = new OffscreenCanvas(Math.round(bitmap.width * scale), Math.round(bitmap.height * scale));
  const pen = canvas.getContext('2d', { willReadFrequently: true });
  if (!pen) throw new Error('This browser cannot draw here.');
  pen.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  const { width, height } = canvas;
  const found = findSheet(cv, pen.getImageData(0, 0, width, height));
  const corners = found ? onPicture(found.corners, width, height) : wholeOf({ width, height });
  return {
    photo: await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY.photo }),
    width,
    height,
    corners,
    sure: found?.sure ?? null,
    paper: found ? paperOf(heightToWidth(corners, { width, height })) : 'free'
  };
}

const onPicture = (corners: Corners, width: number, height: number): Corners =>
  corners.map(({ x, y }) => ({
    x: Math.min(Math.max(x, 0), width),
    y: Math.min(Math.max(y, 0), height)
  })) as unknown as Corners;

async function develop(cv: Cv, photo: Blob, handling: Handling): Promise<Developed> {
  const bitmap = await createImageBitmap(photo);
  const picture = { width: bitmap.width, height: bitmap.height };
  const pixels = pixelsOf(bitmap);
  const { cleaned, size, measures } = clean((own) => {
    const whole = own(cv.matFromImageData(pixels as ImageData));
    const straight = straighten(cv, whole, handling);
    own(straight.mat);
    return {
      cleaned: cleanUp(cv, straight.mat, handling.look),
      size: straight.size,
      measures: measureSheet(cv, straight.mat, { corners: handling.corners, picture })
    };
  });
  const shown = await drawn(cleaned);
  const image: PdfSheet['image'] =
    handling.look === 'black-white'
      ? {
          kind: 'bits',
          deflated: await deflatedBits(cleaned.data, cleaned.width, cleaned.height),
          width: cleaned.width,
          height: cleaned.height
        }
      : { kind: 'jpeg', bytes: new Uint8Array(await shown.arrayBuffer()) };
  return { shown, image, size, measures };
}

/** As a JPEG; black and white as a PNG, which keeps its edges. */
function drawn({ look, data, width, height }: Cleaned): Promise<Blob> {
  const canvas = new OffscreenCanvas(width, height);
  const pen = canvas.getContext('2d');
  if (!pen) throw new Error('This browser cannot draw here.');
  const image = pen.createImageData(width, height);
  const channels = look === 'colour' ? 3 : 1;
  for (let i = 0; i < width * height; i++) {
    for (let c = 0; c < 3; c++) image.data[i * 4 + c] = data[i * channels + (channels === 3 ? c : 0)] ?? 255;
    image.data[i * 4 + 3] = 255;
  }
  pen.putImageData(image, 0, 0);
  return canvas.convertToBlob(
    look === 'black-white' ? { type: 'image/png' } : { type: 'image/jpeg', quality: QUALITY.sheet }
  );
}

function pixelsOf(bitmap: ImageBitmap): Photograph {
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  const pen = canvas.getContext('2d', { willReadFrequently: true });
  if (!pen) throw new Error('This browser cannot draw here.');
  pen.drawImage(bitmap, 0, 0);
  bitmap.close();
  return pen.getImageData(0, 0, canvas.width, canvas.height);
}

async function pdf(title: string, sheets: PdfSheet[]): Promise<Blob> {
  const bytes = await scanPdf(title, sheets);
  return new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'application/pdf' });
}
