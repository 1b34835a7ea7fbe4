import { z } from 'zod';
import { VERDICTS } from '$core/links/verdict';
import { verdictText } from '$core/links/words';
import { registerBlob } from '../blobs/register';
import { BlobRefused } from '../blobs/store';
import { storeText } from '../blobs/store-text';
import { select, type Tx } from '../db/connection';
import type { KeptPiece, ServerPiece } from './module';

/** A link is frozen as what a stranger met there at the latest look: a page of Markdown, which any program opens. */
export const link: ServerPiece = {
  async freeze(piece, tx) {
    try {
      const blob = await storeText(await written(piece, tx), 'text/markdown');
      await registerBlob(blob, tx);
      return blob;
    } catch (error) {
      // A submit goes on where the disk is full: the look itself stays in the database.
      if (error instanceof BlobRefused) return null;
      throw error;
    }
  },
  candidate: () => ({ kind: 'link' }),
  lookAt: async ({ link: found }) => found && { kind: 'page', ...found }
};

const Look = z.object({
  verdict: z.enum(VERDICTS),
  finalUrl: z.string().nullable(),
  title: z.string(),
  text: z.string()
});
const LOOK = 'select verdict, final_url as "finalUrl", title, body_text as text from link_looks where id = $1';

/** The same page makes the same bytes, whenever it was looked at: that is how rounds are compared. */
async function written({ name, url, lookId }: KeptPiece, tx: Tx): Promise<string> {
  const [look] = lookId === null ? [] : await select(Look, LOOK, [lookId], tx);
  const said = look
    ? [verdictText(look.verdict), look.finalUrl && look.finalUrl !== url ? `It leads to <${look.finalUrl}>` : '']
    : ['It was not looked at.'];
  const parts = [`# ${look?.title || name}`, `<${url}>`, ...said, look?.text ?? ''];
  return `${parts.filter((part) => part !== '').join('\n\n')}\n`;
}
