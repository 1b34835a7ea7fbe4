import type { PDFDocumentProxy } from 'pdfjs-dist';

/** Opens a PDF for reading its words, and closes it again, whatever comes of it. In a parsing process. */
export async function withPdf<T>(bytes: Uint8Array, read: (pdf: PDFDocumentProxy) => Promise<T>): Promise<T> {
  const { getDocument, VerbosityLevel } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const loading = getDocument({
    data: new Uint8Array(bytes),
    isEvalSupported: false,
    useSystemFonts: false,
    disableFontFace: true,
    verbosity: VerbosityLevel.ERRORS
  });
  try {
    return await read(await loading.promise);
  } finally {
    await loading.destroy();
  }
}
