import type { RenderTask } from 'pdfjs-dist';

/** A PDF that is open for looking at. */
export interface OpenPdf {
  pages: number;
  /**
   * Draws a page.
   *
   * @param width how wide it may be, in CSS pixels
   * @param text  where its words are laid over what is drawn, to be read aloud, picked and found
   */
  draw(
    no: number,
    canvas: HTMLCanvasElement,
    width: number,
    text: HTMLElement
  ): { done: Promise<void>; cancel(): void };
  close(): void;
}

/** So much is fetched at a time: a page of text is rarely more. */
const CHUNK = 128 * 1024;

/**
 * Opens a PDF without fetching the whole of it: the reader asks for the stretches it needs (range requests). Parsing
 * runs in a worker.
 *
 * @param onProgress share that is there, 0 to 1
 */
export async function openPdf(url: string, onProgress: (share: number) => void): Promise<OpenPdf> {
  const [pdfjs, { default: workerSrc }] = await Promise.all([
    import('pdfjs-dist'),
    import('pdfjs-dist/build/pdf.worker.min.mjs?url')
  ]);
  pdfjs.GlobalWorkerOptions.workerSrc = workerSrc;
  const loading = pdfjs.getDocument({
    url,
    rangeChunkSize: CHUNK,
    disableAutoFetch: true,
    disableStream: true,
    isEvalSupported: false
  });
  loading.onProgress = ({ loaded, total }: { loaded: number; total: number }) =>
    onProgress(total > 0 ? loaded / total : 0);
  const pdf = await loading.promise;
  return {
    pages: pdf.numPages,
    draw(no, canvas, width, text) {
      let task: RenderTask | null = null;
      let cancelled = false;
      const done = (async () => {
        const page = await pdf.getPage(no);
        const scale = (width / page.getViewport({ scale: 1 }).width) * window.devicePixelRatio;
        const viewport = page.getViewport({ scale });
        const context = canvas.getContext('2d');
        if (cancelled || !context) return;
        canvas.width = viewport.width;
        canvas.height = viewport.height;
        canvas.style.width = `${viewport.width / window.devicePixelRatio}px`;
        task = page.render({ canvasContext: context, viewport });
        await task.promise;
        const shown = page.getViewport({ scale: scale / window.devicePixelRatio });
        text.replaceChildren();
        text.style.setProperty('--scale-factor', String(shown.scale));
        text.style.width = `${shown.width}px`;
        text.style.height = `${shown.height}px`;
        await new pdfjs.TextLayer({
          textContentSource: await page.getTextContent(),
          container: text,
          viewport: shown
        }).render();
        // What is picked over the end of a line does not run together.
        for (const end of text.querySelectorAll('br')) end.after('\n');
      })();
      return {
        done,
        cancel() {
          cancelled = true;
          task?.cancel();
        }
      };
    },
    close: () => void loading.destroy()
  };
}
