import { beforeAll, describe, expect, it } from 'vitest';
import { XmlElement, XmlText } from 'yjs';
import { readAssignment } from '$server/assignments/read-assignment';
import { addEvidence } from '$server/gathering/add-evidence';
import { beginPage } from '$server/gathering/write-page';
import { keepStarter } from '$server/assignments/starter';
import { NotHere } from '$server/outcome';
import { submitPacket } from '$server/rounds/submit';
import { readShelf } from '$server/shelf/read-shelf';
import { key, smallCourse } from './kit';
import { openWindow, packetIn, type PageOf } from './page-writer';

const FORM = `# Hours

::: {.entries #e called="Activity" fields="hours:hours;programme:evidence"}

:::
`;
let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});

/** Ilse's copy of a form of an assignment that takes nothing besides. */
async function begun(): Promise<PageOf> {
  const assignmentId = await school.set({ alsoOpen: false, deliverables: [{ title: 'Hours', ask: '' }] });
  const deliverableId = (await readAssignment(school.teacher, assignmentId)).deliverables[0]?.id ?? '';
  await keepStarter(school.teacher, { assignmentId, deliverableId }, { text: FORM, known: 0 });
  const page = await beginPage(school.ilse, { assignmentId, deliverableId, name: 'Hours', key: key() });
  if (!page.ok) throw new Error(page.why);
  return { assignmentId, pieceId: page.pieceId };
}
const coming = (text: string, name = 'programme.txt') => ({
  stream: new Blob([text]).stream(),
  name,
  size: text.length
});

/** Adds an activity that names a file. */
async function name(page: PageOf, evidence: Array<{ name: string; sha256: string }>) {
  const window = await openWindow(school.ilse, page);
  const entry = new XmlElement('entry');
  entry.setAttribute('id', `e${evidence.length}`);
  entry.setAttribute('values', { hours: '2' } as unknown as string);
  entry.setAttribute('evidence', evidence as unknown as string);
  const paragraph = new XmlElement('paragraph');
  paragraph.insert(0, [new XmlText('We sailed.')]);
  entry.insert(0, [paragraph]);
  const entries = window.doc.getXmlFragment('page').get(1) as XmlElement;
  entries.insert(entries.length, [entry]);
  return window.keep(true);
}

describe('a file that shows what an entry says', () => {
  it('goes onto the Shelf and into the packet, says there and in the round what it shows, and lies there once', async () => {
    const page = await begun();
    const added = await addEvidence(school.ilse, page, coming('the programme of the day'));
    if (!added.ok) throw new Error(added.why);
    expect(added.evidence).toMatchObject({ name: 'programme.txt' });
    const again = await addEvidence(school.ilse, page, coming('the programme of the day', 'again.txt'));
    expect(again).toMatchObject({ ok: true, evidence: { sha256: added.evidence.sha256 } });
    expect(await name(page, [added.evidence])).toMatchObject({ ok: true });
    const { pieces } = await packetIn(school, page.assignmentId);
    expect(pieces.map((piece) => [piece.name, 'evidenceFor' in piece && piece.evidenceFor])).toEqual([
      ['Hours.md', null],
      ['programme.txt', 'Activity 1, programme']
    ]);
    await submitPacket(school.ilse, { assignmentId: page.assignmentId, key: key() });
    const [round] = (await packetIn(school, page.assignmentId)).rounds;
    expect(round?.pieces.map((piece) => 'evidenceFor' in piece && piece.evidenceFor)).toEqual([
      null,
      'Activity 1, programme'
    ]);
  });

  it('is taken from the Shelf of whoever writes, and of nobody else', async () => {
    const page = await begun();
    const { files } = await readShelf(school.ilse, { search: 'programme' });
    const fileId = files[0]?.id ?? '';
    expect(await addEvidence(school.ilse, page, { fileId })).toMatchObject({ ok: true });
    await expect(addEvidence(school.teodor, page, { fileId })).rejects.toThrow(NotHere);
    await expect(addEvidence(school.teacher, page, coming('x'))).rejects.toThrow(NotHere);
  });

  it('is refused where what claims to be one is none, and what claims to name one', async () => {
    const page = await begun();
    expect(await addEvidence(school.ilse, page, coming(''))).toEqual({ ok: false, why: 'empty-file' });
    expect(await name(page, [{ name: 'x', sha256: 'no hash' }])).toMatchObject({ ok: false, why: 'page-unreadable' });
    const open = await school.set({ alsoOpen: false, deliverables: [{ title: 'Essay', ask: '' }] });
    const place = (await readAssignment(school.teacher, open)).deliverables[0]?.id ?? '';
    const essay = await beginPage(school.ilse, { assignmentId: open, deliverableId: place, name: 'Essay', key: key() });
    if (!essay.ok) throw new Error(essay.why);
    // Where no starter asks for it, an assignment that takes nothing besides takes nothing besides.
    const refused = await addEvidence(school.ilse, { assignmentId: open, pieceId: essay.pieceId }, coming('else'));
    expect(refused).toEqual({ ok: false, why: 'also-closed' });
  });
});
