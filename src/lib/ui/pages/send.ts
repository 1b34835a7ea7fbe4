import type { Evidence } from '$core/pages/evidence';
import { sendTo, type Sent } from '$ui/forms/send-to';

/** A file that shows what an entry says: bytes of this device, or a file of the Shelf by its id. @returns by what the entry names it */
export const sendEvidence = (address: string, file: File | { fileId: string }): Promise<Sent<{ evidence: Evidence }>> =>
  sendTo(`${address}/evidence`, file, 'The line broke before the file had come, so it is not there yet. Add it again.');

/** A document whose text is to stand on a page. @returns its text as HTML or Markdown, or why there is none */
export const sendText = (
  address: string,
  file: File
): Promise<Sent<{ text: { html: string | null; markdown: string | null } }>> =>
  sendTo(
    `${address}/text`,
    file,
    'The line broke before the file had come, so its text is not on the page. Bring it again.'
  );
