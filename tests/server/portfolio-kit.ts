import { Readable } from 'node:stream';
import sharp from 'sharp';
import { registerBlob } from '$server/blobs/register';
import { storeBlob } from '$server/blobs/store';
import { clock } from '$server/clock';
import { inTransaction } from '$server/db/connection';
import { addBlock } from '$server/portfolio/blocks';
import { makeLink } from '$server/portfolio/links';
import { BlockFields } from '$server/portfolio/make-block';
import { ownPortfolio } from '$server/portfolio/own';
import { makePortfolio } from '$server/portfolio/shape';
import { putOnShelf } from '$server/shelf/put-on-shelf';
import { smallCourse } from './kit';

export let school: Awaited<ReturnType<typeof smallCourse>>;
/** Ilse's portfolio, and its first page. */
export let id: string;
export let pageId: string;

/** A small school in which Ilse has begun a portfolio. */
export async function beginPortfolio(): Promise<void> {
  school = await smallCourse();
  const made = await makePortfolio(school.ilse, { title: 'The shore' });
  if (!made.ok) throw new Error(made.why);
  id = made.id;
  pageId = (await ownPortfolio(school.ilse, id)).pages[0]?.id ?? '';
}

export const fields = (over: Partial<BlockFields> = {}) => BlockFields.parse(over);
export async function text(words: string, on = pageId) {
  const added = await addBlock(school.ilse, { id, pageId: on, kind: 'text', ...fields({ text: words, title: words }) });
  if (!added.ok) throw new Error(added.why);
  return added.blockId;
}
export async function shelf(name: string, bytes: Buffer | string) {
  const blob = await storeBlob(Readable.from([Buffer.from(bytes)]));
  return inTransaction(async (tx) => {
    await registerBlob(blob, tx);
    const { fileId } = await putOnShelf(school.ilse, { name, blob, came: 'upload', folder: null }, clock.now(), tx);
    return fileId;
  });
}
/** Made once: it takes seconds. */
let noise: Promise<Buffer> | null = null;
/** A picture as a camera makes it: large, and no two pixels alike. */
export const photograph = async () => {
  noise ??= sharp({
    create: {
      width: 2000,
      height: 1500,
      channels: 3,
      background: '#345',
      noise: { type: 'gaussian', mean: 120, sigma: 40 }
    }
  })
    .jpeg({ quality: 90 })
    .toBuffer();
  return shelf('pool.jpg', await noise);
};
export const now = async () => ownPortfolio(school.ilse, id);
export const titles = async () => (await now()).pages[0]?.blocks.map(({ title }) => title);
export const link = async (over: object = {}) => {
  const made = await makeLink(school.ilse, { id, label: '', name: '', endsAt: null, password: '', ...over });
  if (!made.ok) throw new Error(made.why);
  return made.token;
};
