import { beforeAll, describe, expect, it } from 'vitest';
import { z } from 'zod';
import { TRACK } from '$core/packets/stories.testing';
import { holdingWords, holdingWordsForTeacher } from '$core/packets/words';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { changeAssignment, readDraft } from '$server/assignments/change-assignment';
import { execute, select } from '$server/db/connection';
import { readClass } from '$server/lines/class';
import { readMarkingDesk } from '$server/marking/desk';
import { moveStage } from '$server/marking/move-stage';
import { readForMarking } from '$server/marking/read-for-marking';
import { addRemark } from '$server/marking/remarks';
import { returnRound } from '$server/marking/return-round';
import { readRun } from '$server/marking/run';
import { undoReturn } from '$server/marking/undo-return';
import { leaveOffice, makeOffice, readOffices, seatInOffice } from '$server/offices/offices';
import { find } from '$server/sources/find';
import { NotHere } from '$server/outcome';
import { readTidings } from '$server/tidings/read-tidings';
import { at, handIn, key, MONDAY, packetOf, person, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
let clerk: Awaited<ReturnType<typeof person>>;
let stranger: Awaited<ReturnType<typeof person>>;
let track = TRACK;
beforeAll(async () => {
  school = await smallCourse();
  const head = { ...(await person('Petra')), schoolRoles: ['office' as const] };
  clerk = await person('Noa');
  stranger = await person('Sam');
  const office = await makeOffice(head, { name: 'Service office' });
  if (!office.ok) throw new Error(office.why);
  const [{ handle } = { handle: '' }] = await select(
    z.object({ handle: z.string() }),
    'select handle from people where id = $1',
    [clerk.id]
  );
  expect(await seatInOffice(head, { office: office.id, account: handle })).toEqual({ ok: true });
  expect(await seatInOffice(head, { office: office.id, account: 'nobody-here' })).toMatchObject({
    why: 'nobody-of-that-name'
  });
  expect(await makeOffice(head, { name: 'Service office' })).toMatchObject({ why: 'office-named-so' });
  await expect(readOffices(school.teacher)).rejects.toThrow(NotHere);
  await expect(leaveOffice(clerk, { office: office.id, person: clerk.id })).rejects.toThrow(NotHere);
  expect((await readOffices(head))[0]?.people.map(({ id }) => id)).toEqual([clerk.id]);
  track = TRACK.map((stage) =>
    stage.office ? { ...stage, office: { id: office.id, name: 'called otherwise' } } : stage
  );
});

async function project() {
  at(MONDAY);
  const assignmentId = await school.set({ settles: 'stages', stages: track, points: null });
  await handIn(school.ilse, assignmentId);
  const packetId = await packetOf(school.ilse, assignmentId);
  const hers = async () => readOwnPacket(await readAssignment(school.ilse, assignmentId));
  const move = (by: typeof clerk, to: string | null, round: number, remark = '') =>
    moveStage(by, { packetId, round, to, remark, key: key() });
  const waits = async (by: typeof clerk) =>
    (await readMarkingDesk(by)).rounds.filter((one) => one.packetId === packetId);
  return { assignmentId, packetId, hers, move, waits };
}

describe('work on a track', () => {
  it('passes through every stage and office, with a step back, and settles past the last', async () => {
    const { assignmentId, packetId, hers, move, waits } = await project();
    expect(await waits(school.teacher)).toMatchObject([{ stage: 'Idea agreed' }]);
    expect(await waits(clerk)).toEqual([]);
    // Neither past a stage that lies between, nor back without a word, nor settled from the middle.
    expect(await move(school.teacher, 'fit', 1)).toMatchObject({ why: 'not-a-stage-from-here' });
    expect(await move(school.teacher, null, 1)).toMatchObject({ why: 'not-a-stage-from-here' });
    expect(
      await returnRound(school.teacher, {
        packetId,
        round: 1,
        points: null,
        remark: '',
        key: key(),
        outcome: 'settled'
      })
    ).toMatchObject({ why: 'settles-by-stages' });
    expect(await move(school.teacher, 'drawings', 1, 'Agreed.')).toEqual({ ok: true });
    expect(holdingWords((await hers()).holding)).toBe('With you: next comes “Drawings”');
    await handIn(school.ilse, assignmentId);
    expect(await move(school.teacher, 'idea', 2)).toMatchObject({ why: 'going-back-unexplained' });
    expect(await move(school.teacher, 'idea', 2, 'She has no keel.')).toEqual({ ok: true });
    expect((await hers()).moves[0]).toMatchObject({ back: true, to: 'Idea agreed', remark: 'She has no keel.' });
    await handIn(school.ilse, assignmentId);
    await move(school.teacher, 'drawings', 3);
    await handIn(school.ilse, assignmentId);
    expect(await move(school.teacher, 'fit', 4, 'Down to the slip.')).toEqual({ ok: true });

    // The round stands on, now with the office, under the name that the school gives it.
    const { holding } = await hers();
    expect(holding).toMatchObject({ holder: 'teacher', at: { title: 'Trial fit', office: 'Service office' } });
    expect(holdingWords(holding)).toBe('With the Service office');
    expect(await waits(school.teacher)).toEqual([]);
    expect(await waits(clerk)).toMatchObject([{ stage: 'Trial fit', round: 4 }]);
    expect(await readRun(clerk, packetId, null)).toMatchObject({ place: 1, waiting: 1 });
    const told = (await readTidings(clerk, null)).tidings;
    expect(told.map(({ kind }) => kind)).toContain('stage-here');
    const { lines } = await readClass({ assignmentId, followsDrafts: false });
    expect(lines.find(({ packetId: id }) => id === packetId)).toMatchObject({ at: { office: 'Service office' } });

    const view = await readForMarking(clerk, packetId);
    expect(view).toMatchObject({ teaches: false, stage: { id: 'fit' } });
    expect(holdingWordsForTeacher(view.holding)).toBe('With the Service office');
    const piece = view.rounds[0]?.pieces[0]?.id ?? '';
    expect((await find(clerk, 'submitted', piece)).file?.name).toBeTruthy();
    expect(
      await addRemark(clerk, { packetId, pieceId: piece, anchor: { on: 'whole' }, body: 'It fits.', key: key() })
    ).toMatchObject({ ok: true });
    expect(await move(clerk, 'launch', 4)).toEqual({ ok: true });
    expect((await hers()).rounds[0]?.remarks).toMatchObject([{ body: 'It fits.' }]);
    // What it does not have, an office does not mark; what it had, it may still look at.
    expect(await move(clerk, null, 4).catch((error: unknown) => error)).toBeInstanceOf(NotHere);
    expect((await find(clerk, 'submitted', piece)).file).not.toBeNull();

    await handIn(school.ilse, assignmentId);
    expect(await move(school.teacher, null, 5, 'She floats.')).toEqual({ ok: true });
    const done = await hers();
    expect(done.holding).toMatchObject({ standing: 'settled', settledBy: 'stages' });
    expect(done.moves).toHaveLength(6);
    expect(done.moves[1]).toMatchObject({ office: 'Service office', from: 'Trial fit' });
  });

  it('is nobody’s who neither teaches it nor sits in an office of it', async () => {
    const { packetId, hers, move } = await project();
    for (const by of [stranger, clerk, school.ilse])
      expect(await move(by, 'drawings', 1).catch((error: unknown) => error)).toBeInstanceOf(NotHere);
    // Not even to be looked at: an office sees what has come to it.
    const [round] = (await hers()).rounds;
    await expect(find(clerk, 'submitted', round?.pieces[0]?.id ?? '')).rejects.toThrow(NotHere);
    await expect(readForMarking(stranger, packetId)).rejects.toThrow(NotHere);
  });

  it('is undone within a minute, as any return, with what was told', async () => {
    const { assignmentId, packetId, hers, move } = await project();
    await move(school.teacher, 'drawings', 1, 'Agreed.');
    expect(await undoReturn(school.teacher, packetId)).toEqual({ ok: true });
    const { moves, marks, holding } = await hers();
    expect({ moves, marks, holder: holding.holder }).toEqual({ moves: [], marks: [], holder: 'teacher' });
    const { tidings } = await readTidings(school.ilse, null);
    expect(tidings.filter(({ kind, href }) => kind === 'stage' && href.includes(assignmentId))).toEqual([]);
  });

  it('is moved once, whoever presses twice or at the same time', async () => {
    const { hers, packetId } = await project();
    const given = { packetId, round: 1, to: 'drawings', remark: '', key: key() };
    const [one, other] = await Promise.all([moveStage(school.teacher, given), moveStage(school.teacher, given)]);
    expect([one, other]).toEqual([{ ok: true }, { ok: true }]);
    expect((await hers()).moves).toHaveLength(1);
    expect(await moveStage(school.teacher, { ...given, key: key() })).toMatchObject({ ok: false });
  });

  it('stands at the first stage where its own is taken out, and its lists say the same', async () => {
    const { assignmentId, packetId, hers, move } = await project();
    await move(school.teacher, 'drawings', 1);
    const { draft } = await readDraft(school.teacher, assignmentId);
    const without = { ...draft, stages: draft.stages.filter(({ id }) => id !== 'drawings') };
    expect(await changeAssignment(school.teacher, assignmentId, without, false)).toMatchObject({
      affects: [expect.stringContaining('“Drawings” goes away. 1 works')]
    });
    await changeAssignment(school.teacher, assignmentId, without, true);
    expect((await hers()).holding.at).toMatchObject({ title: 'Idea agreed' });
    const [row] = await select(z.object({ at: z.unknown() }), 'select stage_place as at from packets where id = $1', [
      packetId
    ]);
    expect(row?.at).toMatchObject({ title: 'Idea agreed', office: null });
  });

  it('is refused as a track that begins with nothing, or names two stages alike', async () => {
    const set = (stages: typeof TRACK) => school.set({ settles: 'stages', stages, points: null });
    await expect(set([])).rejects.toThrow('at least one stage');
    await expect(set(TRACK.slice(2))).rejects.toThrow('hands something over');
    await expect(set([...TRACK, { ...TRACK[0], id: 'again', office: null } as (typeof TRACK)[number]])).rejects.toThrow(
      'called the same'
    );
  });

  it('has no holder any more where its office is closed: its teachers have it', async () => {
    const { assignmentId, waits, move } = await project();
    await move(school.teacher, 'drawings', 1);
    await handIn(school.ilse, assignmentId);
    await move(school.teacher, 'fit', 2);
    await execute('delete from offices');
    expect(await waits(school.teacher)).toHaveLength(1);
  });
});
