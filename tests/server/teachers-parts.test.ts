import { beforeAll, describe, expect, it } from 'vitest';
import { keepStarter } from '$server/assignments/starter';
import { readAssignment } from '$server/assignments/read-assignment';
import { beginPage } from '$server/gathering/write-page';
import { readForMarking } from '$server/marking/read-for-marking';
import { returnRound } from '$server/marking/return-round';
import { keepTeachersParts, readTeachersParts } from '$server/marking/teachers-parts';
import { NotHere } from '$server/outcome';
import { submitPacket } from '$server/rounds/submit';
import { key, packetOf, smallCourse } from './kit';
import { bytesOf, openWindow, packetIn, textOf, type PageOf } from './page-writer';

const FORM = `# Crew hours

::: {.answer #first}

:::

What your teacher says

::: {.teachers #chart}

| hours | granted |
| --- | --- |
|  |  |

:::
`;
let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});

/** Ilse's page of a form that its teacher has a part in, submitted. */
async function submitted() {
  const { ilse, teacher } = school;
  const assignmentId = await school.set({ deliverables: [{ title: 'Form', ask: '' }] });
  const deliverableId = (await readAssignment(teacher, assignmentId)).deliverables[0]?.id ?? '';
  await keepStarter(teacher, { assignmentId, deliverableId }, { text: FORM, known: 0 });
  const begun = await beginPage(ilse, { assignmentId, deliverableId, name: 'Form', key: key() });
  if (!begun.ok) throw new Error(begun.why);
  await submitPacket(ilse, { assignmentId, key: key() });
  const packetId = await packetOf(ilse, assignmentId);
  const page: PageOf = { assignmentId, pieceId: begun.pieceId };
  return { assignmentId, deliverableId, packetId, page, ...(await standing(assignmentId)) };
}
async function standing(assignmentId: string) {
  const [round] = (await packetIn(school, assignmentId)).rounds;
  return { round: round?.no ?? 0, roundPieceId: round?.pieces[0]?.id ?? '' };
}
const again = (packetId: string, round: number) =>
  returnRound(school.teacher, {
    ...{ packetId, round, points: null, remark: '', key: key() },
    outcome: 'another-round'
  });
const CHART = '| hours | granted |\n| --- | --- |\n| 4 | 3 |\n';

describe('the part of a page that only its teacher fills', () => {
  it('is kept unseen, comes back with the round, and goes on in the copy and through a correction', async () => {
    const { ilse, teacher } = school;
    const { assignmentId, deliverableId, packetId, page, round, roundPieceId } = await submitted();
    const at = { packetId, roundPieceId };
    expect(await readTeachersParts(teacher, at)).toMatchObject({
      version: 0,
      parts: [{ id: 'chart', label: 'What your teacher says' }]
    });
    const before = await bytesOf(ilse, 'submitted', roundPieceId);
    expect(await keepTeachersParts(teacher, { ...at, known: 0, parts: { chart: CHART } })).toMatchObject({ ok: true });
    await expect(bytesOf(ilse, 'returned', roundPieceId)).rejects.toThrow(NotHere);
    expect(await textOf(ilse, page)).not.toContain('granted</tableheader><tablerow');
    expect(await again(packetId, round)).toMatchObject({ ok: true });
    expect(await bytesOf(ilse, 'returned', roundPieceId)).toMatch(/\| 4 +\| 3 +\|/);
    expect(await bytesOf(ilse, 'submitted', roundPieceId)).toBe(before);
    const [piece] = (await packetIn(school, assignmentId)).rounds[0]?.pieces ?? [];
    expect(piece).toMatchObject({ cameBack: true });

    // The next round goes on from it, and what the teacher changes of the rest does not take it away.
    const text = FORM.replace('What your teacher says', 'What was granted');
    expect(await keepStarter(teacher, { assignmentId, deliverableId }, { text, known: 1 })).toMatchObject({
      corrected: 1
    });
    const window = await openWindow(ilse, page);
    expect(await window.keep(true)).toMatchObject({ ok: true });
    const now = await bytesOf(ilse, 'pieces', page.pieceId);
    expect(now).toContain('What was granted');
    expect(now).toMatch(/\| 4 +\| 3 +\|/);
  });

  it('is never written over by a second teacher, never for a round that does not stand, never a question', async () => {
    const { ilse, teacher } = school;
    const { assignmentId, packetId, round, roundPieceId } = await submitted();
    const at = { packetId, roundPieceId };
    const keep = (parts: Record<string, string>, known: number) => keepTeachersParts(teacher, { ...at, known, parts });
    const wrong: Array<Record<string, string>> = [
      {},
      { other: 'x' },
      { chart: '::: {.answer #mine}\n\n:::\n' },
      { chart: 'x'.repeat(310_000) }
    ];
    for (const bad of wrong) expect(await keep(bad, 0)).toEqual({ ok: false, why: 'parts-unreadable' });
    expect(await keep({ chart: '::: {.teachers #chart}\n\nx\n\n:::\n' }, 0)).toEqual({
      ok: false,
      why: 'parts-unreadable'
    });
    expect(await keep({ chart: 'Four hours.' }, 0)).toMatchObject({ ok: true, version: 1 });
    expect(await keep({ chart: 'Three hours.' }, 0)).toEqual({ ok: false, why: 'parts-elsewhere' });
    await again(packetId, round);
    await submitPacket(ilse, { assignmentId, key: key() });
    expect(await keep({ chart: 'Two hours.' }, 1)).toEqual({ ok: false, why: 'another-round-stands' });
    expect((await standing(assignmentId)).roundPieceId).not.toBe(roundPieceId);
  });

  it('is nobody’s but the teachers’', async () => {
    const { packetId, roundPieceId } = await submitted();
    const other = await submitted();
    const at = { packetId, roundPieceId };
    for (const who of [school.ilse, school.teodor, school.stranger]) {
      await expect(readTeachersParts(who, at)).rejects.toThrow(NotHere);
      await expect(keepTeachersParts(who, { ...at, known: 0, parts: { chart: 'mine' } })).rejects.toThrow(NotHere);
    }
    await expect(readTeachersParts(school.teacher, { packetId, roundPieceId: other.roundPieceId })).rejects.toThrow(
      NotHere
    );
    expect((await readForMarking(school.teacher, packetId)).rounds).toHaveLength(1);
  });
});
