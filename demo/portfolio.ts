import { createReadStream } from 'node:fs';
import type { Actor } from '../src/lib/core/people/policy';
import type { Block } from '../src/lib/core/portfolio/blocks';
import { storeBlob } from '../src/lib/server/blobs/store';
import { addBlock } from '../src/lib/server/portfolio/blocks';
import { makeLink, openTo } from '../src/lib/server/portfolio/links';
import { BlockFields } from '../src/lib/server/portfolio/make-block';
import { ownPortfolio } from '../src/lib/server/portfolio/own';
import { publishPortfolio } from '../src/lib/server/portfolio/publish';
import { readReturnedWork } from '../src/lib/server/portfolio/returned-work';
import { addPage, changePortfolio, makePortfolio, renamePage } from '../src/lib/server/portfolio/shape';
import { keepOnShelf } from '../src/lib/server/shelf/keep-on-shelf';
import { demoFile } from './read-world';

/** Ilse's portfolio of the shore: two pages are published, and what she wrote since is not. */
export async function openPortfolio(ilse: Actor): Promise<void> {
  const made = await makePortfolio(ilse, { title: 'The shore, two winters' });
  if (!made.ok) throw new Error(made.why);
  const { id } = made;
  const about = 'What lives between the tide lines of the east shore, how I counted it, and what the storm took.';
  await changePortfolio(ilse, { id, title: 'The shore, two winters', about });
  const pageId = (await ownPortfolio(ilse, id)).pages[0]?.id ?? '';
  await renamePage(ilse, { id, pageId, title: 'Zones' });
  const put = async (on: string, kind: Block['kind'], fields: Partial<BlockFields>) => {
    const added = await addBlock(ilse, { id, pageId: on, kind, ...BlockFields.parse(fields) });
    if (!added.ok) throw new Error(`The demo's portfolio: ${added.why}`);
  };
  const shelf = async (name: string) => {
    const blob = await storeBlob(createReadStream(demoFile(name)));
    const kept = await keepOnShelf(ilse, { name, blob, came: 'upload', folder: null });
    if (!kept.ok) throw new Error(`The demo's portfolio: ${kept.why}`);
    return kept.fileId;
  };
  await put(pageId, 'picture', {
    title: 'From lichen to kelp',
    width: 'two-thirds',
    fileIds: [await shelf('shore-zones.jpg')],
    caption: 'Seven bands in eleven metres, drawn from my transect of the east shore.'
  });
  await put(pageId, 'text', {
    title: 'How to read it',
    width: 'third',
    text: 'Each band begins where something can no longer stand the **drying**, and ends where something else can no longer stand the *grazing*.\n\nThe heights are above chart datum. I subtracted 0.82 m after my first count came back.'
  });
  const storm = await addPage(ilse, { id, title: 'After the storm' });
  if (!storm.ok) throw new Error(storm.why);
  await put(storm.pageId, 'picture', {
    title: 'Nine pools, eleven days later',
    fileIds: [await shelf('pools-after-the-storm.jpg')],
    caption: 'Anemones were back first.'
  });
  const [work] = (await readReturnedWork(ilse)).filter(({ title }) => title === 'Quadrat count, north ledge');
  if (work)
    await put(storm.pageId, 'work', {
      title: 'The count behind it',
      width: 'half',
      work: `${work.packetId} ${work.round}`,
      remarks: true
    });
  await put(storm.pageId, 'achieved', {
    title: 'What I learnt to do',
    width: 'half',
    text: 'Lay a transect alone; October 2026\nTell the wracks apart by touch; November 2026\nShore safety, first aid; November 2026'
  });
  await openTo(ilse, { id, teachers: true, school: false, courses: [] });
  await publishPortfolio(ilse, { id });
  await makeLink(ilse, {
    id,
    label: 'Field station, summer work',
    name: 'ilse-varga-shore',
    endsAt: null,
    password: ''
  });
  await put(pageId, 'text', {
    title: 'What I would do next',
    width: 'whole',
    text: 'Count the same nine pools every fortnight until the summer, and sink a logger in two of them.'
  });
}
