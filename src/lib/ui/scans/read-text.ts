import corePath from 'tesseract.js-core/tesseract-core-simd-lstm.wasm.js?url';
import data from '@tesseract.js-data/eng/4.0.0_best_int/eng.traineddata.gz?url';
import workerPath from 'tesseract.js/dist/worker.min.js?url';
import { createWorker, OEM, type Page } from 'tesseract.js';
import type { ReadWord } from '$core/scans/pdf';

/** Reading under way. */
export interface ReadingText {
  /** The words of each sheet. Rejects where it was cancelled, or what reads could not be fetched. */
  done: Promise<ReadWord[][]>;
  cancel(): void;
}

/** A word that is read with less than this of certainty, in percent, is left out: it would be found by the wrong word. */
const LEAST = 30;

/**
 * Reads the writing of sheets by machine, in a worker: printed English well, handwriting as far as it goes. Everything that
 * it needs comes from this application's own address.
 *
 * @param onProgress share that is done, 0 to 1
 */
export function readText(sheets: readonly Blob[], onProgress: (share: number) => void): ReadingText {
  let cancelled = false;
  let done = 0;
  const worker = createWorker('eng', OEM.LSTM_ONLY, {
    workerPath,
    corePath,
    // The name that it adds becomes part of the query: the file's own name bears a hash.
    langPath: `${data}?as=`,
    workerBlobURL: false,
    cacheMethod: 'none',
    logger: ({ status, progress }) => {
      if (status === 'recognizing text') onProgress((done + progress) / sheets.length);
    }
  });
  const read = async () => {
    const reader = await worker;
    try {
      const all: ReadWord[][] = [];
      for (const sheet of sheets) {
        if (cancelled) throw new Error('Cancelled.');
        const { width, height } = await sidesOf(sheet);
        all.push(wordsOf((await reader.recognize(sheet, {}, { blocks: true })).data, width, height));
        done++;
      }
      return all;
    } finally {
      await reader.terminate();
    }
  };
  let stop: (error: Error) => void = () => undefined;
  const stopped = new Promise<never>((_, reject) => (stop = reject));
  return {
    done: Promise.race([read(), stopped]),
    cancel() {
      cancelled = true;
      stop(new Error('Cancelled.'));
      void worker.then((reader) => reader.terminate());
    }
  };
}

async function sidesOf(sheet: Blob): Promise<{ width: number; height: number }> {
  const bitmap = await createImageBitmap(sheet);
  const { width, height } = bitmap;
  bitmap.close();
  return { width, height };
}

function wordsOf({ blocks }: Page, width: number, height: number): ReadWord[] {
  const lines = (blocks ?? []).flatMap(({ paragraphs }) => paragraphs.flatMap(({ lines }) => lines));
  return lines.flatMap(({ words }) =>
    words
      .filter(({ confidence, text }) => confidence >= LEAST && text.trim() !== '')
      .map(({ text, bbox }) => ({
        text,
        left: bbox.x0 / width,
        top: bbox.y0 / height,
        right: bbox.x1 / width,
        bottom: bbox.y1 / height
      }))
  );
}
