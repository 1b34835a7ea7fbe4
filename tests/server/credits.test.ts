import { beforeAll, describe, expect, it } from 'vitest';
import { XmlElement, XmlText } from 'yjs';
import { creditLines, creditSum } from '$core/judging/credits';
import { activitiesOf } from '$core/pieces/told-by-pages';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { keepStarter } from '$server/assignments/starter';
import { beginPage } from '$server/gathering/write-page';
import { grantCredits, type GrantGiven } from '$server/marking/grant-credits';
import { readForMarking } from '$server/marking/read-for-marking';
import { returnRound } from '$server/marking/return-round';
import { NotHere } from '$server/outcome';
import { submitPacket } from '$server/rounds/submit';
import { readTidings } from '$server/tidings/read-tidings';
import { at, handIn, key, MONDAY, packetOf, smallCourse } from './kit';
import { openWindow, type PageOf } from './page-writer';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});

const FORM = `# Hours

::: {.entries #a called="Activity" expected="3" fields="date:date;hours:hours"}

:::
`;
type Said = [id: string, hours: string];
const entry = (id: string, hours: string): Said => [id, hours];

/** The entries of a form, as they are typed. */
async function fill(page: PageOf, said: Said[]) {
  const window = await openWindow(school.ilse, page);
  const entries = window.doc.getXmlFragment('page').get(1) as XmlElement;
  entries.delete(0, entries.length);
  entries.insert(
    0,
    said.map(([id, hours]) => {
      const one = new XmlElement('entry');
      one.setAttribute('id', id);
      one.setAttribute('values', { date: '2027-03-01', hours } as unknown as string);
      const paragraph = new XmlElement('paragraph');
      paragraph.insert(0, [new XmlText('Ropes.')]);
      one.insert(0, [paragraph]);
      return one;
    })
  );
  await window.keep(true);
}

async function service(...said: Said[]) {
  at(MONDAY);
  const deliverables = [{ title: 'Hours', ask: '' }];
  const assignmentId = await school.set({ settles: 'credits', creditTarget: 6, points: null, deliverables });
  const deliverableId = (await readAssignment(school.teacher, assignmentId)).deliverables[0]?.id ?? '';
  await keepStarter(school.teacher, { assignmentId, deliverableId }, { text: FORM, known: 0 });
  const begun = await beginPage(school.ilse, { assignmentId, deliverableId, name: 'Hours', key: key() });
  if (!begun.ok) throw new Error(begun.why);
  const hand = async (...now: Said[]) => {
    await fill({ assignmentId, pieceId: begun.pieceId }, now);
    return submitPacket(school.ilse, { assignmentId, key: key() });
  };
  expect(await hand(...said)).toMatchObject({ ok: true });
  const packetId = async () => packetOf(school.ilse, assignmentId);
  const hers = async () => readOwnPacket(await readAssignment(school.ilse, assignmentId));
  const say = async (round: number, ...grants: Array<Partial<GrantGiven>>) =>
    grantCredits(school.teacher, {
      packetId: await packetId(),
      round,
      grants: grants.map((grant) => ({ activity: 'one', state: 'granted', granted: '0', reason: '', ...grant })),
      key: key()
    });
  const sum = async () => {
    const { rounds, credits } = await readForMarking(school.teacher, await packetId());
    return creditSum(creditLines(activitiesOf(rounds[0]?.pieces ?? []), credits), 6);
  };
  return { assignmentId, packetId, hand, hers, say, sum };
}

describe('credits', () => {
  it('are granted, in part, asked about and refused, seen at once, and add up to what is missing', async () => {
    const { hers, say, sum } = await service(entry('one', '2.5'), entry('two', '3'), entry('three', '1.25'));
    expect(await sum()).toMatchObject({ claimed: '6.75', granted: '0', waiting: '6.75', missing: '6', atBest: '0' });
    expect(
      await say(
        1,
        { granted: '2.5' },
        { activity: 'two', state: 'partly', granted: '2', reason: 'The way there does not count.' },
        { activity: 'three', state: 'questioned', reason: 'Who signed it?' }
      )
    ).toEqual({ ok: true });
    expect(await sum()).toMatchObject({
      granted: '4.5',
      waiting: '0',
      questioned: '1.25',
      missing: '1.5',
      atBest: '0.25'
    });
    // Before anything was returned.
    const { credits, holding } = await hers();
    expect(holding.holder).toBe('teacher');
    expect(credits.map(({ state, granted, reason }) => [state, granted, reason])).toEqual([
      ['granted', '2.5', ''],
      ['questioned', '0', 'Who signed it?'],
      ['partly', '2', 'The way there does not count.']
    ]);
    const { tidings } = await readTidings(school.ilse, null);
    expect(tidings.find(({ kind }) => kind === 'credits')?.facts.says).toBe('4.5 hours granted, 1 asked about');
  });

  it('are kept whole or not at all, with the reason', async () => {
    const { say, sum } = await service(entry('one', '2'));
    const refused = async (...grants: Array<Partial<GrantGiven>>) => {
      const answer = await say(1, ...grants);
      return answer.ok ? null : answer.why;
    };
    expect(await refused({ granted: '2' }, { activity: 'other', granted: '1' })).toBe('no-such-activity');
    expect(await refused({ granted: '0' })).toBe('grants-nothing');
    expect(await refused({ state: 'refused', granted: '1', reason: 'No' })).toBe('refused-with-credits');
    expect(await refused({ state: 'partly', granted: '2', reason: 'No' })).toBe('partly-is-less');
    expect(await refused({ state: 'questioned' })).toBe('credit-unexplained');
    expect(await say(2, { granted: '2' })).toMatchObject({ why: 'another-round-stands' });
    expect((await sum()).granted).toBe('0');
  });

  it('stay with an activity over further rounds, and say what has changed since', async () => {
    const { packetId, hand, say, sum, hers } = await service(entry('one', '2'), entry('two', '1'));
    await say(1, { granted: '2' }, { activity: 'two', granted: '1' });
    const judged = { packetId: await packetId(), round: 1, points: null, remark: 'Go on.', key: key() };
    await returnRound(school.teacher, { ...judged, outcome: 'another-round' });
    await hand(entry('one', '4'), entry('three', '3'));
    expect(await sum()).toMatchObject({ granted: '3', waiting: '3', missing: '3', atBest: '0' });
    const { rounds, credits } = await readForMarking(school.teacher, await packetId());
    const lines = creditLines(activitiesOf(rounds[0]?.pieces ?? []), credits);
    expect(lines.map(({ id, since }) => [id, since])).toEqual([
      ['one', 'changed'],
      ['three', null],
      ['two', 'gone']
    ]);
    await say(2, { activity: 'three', granted: '3' });
    expect(await returnRound(school.teacher, { ...judged, round: 2, key: key(), outcome: 'settled' })).toEqual({
      ok: true
    });
    expect((await hers()).holding).toMatchObject({ standing: 'settled', settledBy: 'credits' });
  });

  it('are granted by teachers alone, and only where it is judged so', async () => {
    const { packetId } = await service(entry('one', '2'));
    const grants = [{ activity: 'one', state: 'granted' as const, granted: '2', reason: '' }];
    const id = await packetId();
    for (const by of [school.ilse, school.stranger])
      await expect(grantCredits(by, { packetId: id, round: 1, grants, key: key() })).rejects.toThrow(NotHere);
    const other = await school.set({ points: null });
    await handIn(school.ilse, other);
    const answer = await grantCredits(school.teacher, {
      packetId: await packetOf(school.ilse, other),
      round: 1,
      grants,
      key: key()
    });
    expect(answer).toMatchObject({ why: 'grants-no-credits' });
  });
});
