import { beforeEach, describe, expect, it } from 'vitest';
import { z } from 'zod';
import type { AssignmentDraft } from '$core/assignments/draft';
import { changeAssignment, copyAssignment, readDraft, setAssignment } from '$server/assignments/change-assignment';
import { readEarlier } from '$server/assignments/earlier';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { courseFor } from '$server/courses/course-head';
import { select } from '$server/db/connection';
import { readOutbox } from '$server/mail/mail';
import { extendSeveral } from '$server/marking/class-actions';
import { returnRound } from '$server/marking/return-round';
import { NotHere } from '$server/outcome';
import { attach, count, DAY, handIn, HOUR, key, MONDAY, OFFICE, packetOf, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
let slug: string;
const FULL = {
  title: 'Field report',
  brief: '## What to write\n\nKeep to what you saw.',
  due: MONDAY + 3 * DAY,
  deliverables: [
    { title: 'Report', wants: { words: { from: 800, to: 1200 } } },
    { title: 'Data', optional: true }
  ],
  mustDo: [{ text: 'Sign out at the hut.' }],
  criteria: [
    {
      title: 'Claim',
      levels: [
        { title: 'Held', points: 10 },
        { title: 'None', points: 0 }
      ]
    }
  ]
};

beforeEach(async () => {
  school = await smallCourse();
  slug = (await courseFor(school.teacher, school.course.id, 'read-course')).slug;
});

const draftOf = async (id: string) => (await readDraft(school.teacher, id)).draft;

describe('writing an assignment', () => {
  it('reads back as it was written, part by part', async () => {
    const id = await school.set(FULL);
    const draft = await draftOf(id);
    expect(draft).toMatchObject(FULL);
    // Kept unchanged, nothing moves: the same ids, in the same order.
    expect(await changeAssignment(school.teacher, id, draft, false)).toEqual({ done: true });
    expect(await draftOf(id)).toEqual(draft);
  });

  it('reorders, renames and removes parts without losing those that stay', async () => {
    const id = await school.set(FULL);
    const draft = await draftOf(id);
    const [report, data] = draft.deliverables;
    const changed: AssignmentDraft = {
      ...draft,
      deliverables: [data, { title: 'Poster', ask: '', optional: false, wants: {} }, report].filter(
        (one) => one !== undefined
      ),
      mustDo: []
    };
    await changeAssignment(school.teacher, id, changed, false);
    const after = await draftOf(id);
    expect(after.deliverables.map(({ title }) => title)).toEqual(['Data', 'Poster', 'Report']);
    expect(after.deliverables[2]?.id).toBe(report?.id);
    expect(after.mustDo).toEqual([]);
  });

  it('cannot reach into another assignment by a part’s id', async () => {
    const id = await school.set(FULL);
    const other = await school.set({ ...FULL, title: 'Other' });
    const [theirs] = (await draftOf(other)).deliverables;
    const draft = await draftOf(id);
    await changeAssignment(
      school.teacher,
      id,
      { ...draft, deliverables: [{ ...theirs, title: 'Taken', ask: '', optional: false, wants: {} }] },
      false
    ).catch(() => undefined);
    expect((await draftOf(other)).deliverables[0]).toEqual(theirs);
  });

  it('is for the course’s teachers', async () => {
    const id = await school.set(FULL);
    const draft = await draftOf(id);
    for (const who of [school.ilse, school.stranger]) {
      await expect(readDraft(who, id)).rejects.toThrow(NotHere);
      await expect(changeAssignment(who, id, { ...draft, title: 'Mine' }, true)).rejects.toThrow(NotHere);
      await expect(setAssignment(who, slug, draft)).rejects.toThrow(NotHere);
      await expect(copyAssignment(who, id, slug)).rejects.toThrow(NotHere);
    }
    expect((await draftOf(id)).title).toBe('Field report');
    expect(await readEarlier(school.ilse)).toEqual([]);
  });

  it('copies an earlier one as a draft without dates, with all its parts', async () => {
    const id = await school.set(FULL);
    const { id: copy } = await copyAssignment(school.teacher, id, slug);
    const draft = await draftOf(copy);
    expect(draft).toMatchObject({
      title: 'Field report',
      due: null,
      published: false,
      mustDo: [{ text: 'Sign out at the hut.' }]
    });
    expect(draft.criteria[0]?.levels).toHaveLength(2);
    expect(draft.criteria[0]?.id).not.toBe((await draftOf(id)).criteria[0]?.id);
    expect((await readEarlier(school.teacher)).map(({ id: one }) => one)).toEqual(expect.arrayContaining([id, copy]));
  });
});

describe('changing what students have begun', () => {
  it('asks first, then tells those who have begun, and nobody else', async () => {
    const id = await school.set(FULL);
    await attach(school.ilse, id);
    const draft = await draftOf(id);
    const later = { ...draft, due: MONDAY + 5 * DAY };
    const before = await count('select count(*) n from mails');
    const answer = await changeAssignment(school.teacher, id, later, false);
    expect(answer).toMatchObject({ done: false, affects: [expect.stringContaining('1 student who has begun')] });
    expect((await draftOf(id)).due).toBe(FULL.due);
    expect(await changeAssignment(school.teacher, id, later, true)).toEqual({ done: true });
    const mails = (await readOutbox(OFFICE)).filter(({ subject }) => subject === 'Changed: Field report');
    expect(await count('select count(*) n from mails')).toBe(before + 1);
    expect(mails[0]?.body).toContain('It is now due Sat 13 Mar, 09:00');
    expect(mails[0]?.body).toContain('What you have made or submitted is untouched.');
  });

  it('keeps pieces whose place goes away, and rounds as they were', async () => {
    const id = await school.set(FULL);
    const draft = await draftOf(id);
    const [place] = await select(
      z.object({ id: z.string() }),
      'select id from deliverables where assignment_id = $1 order by position',
      [id]
    );
    await handIn(school.ilse, id, 'one');
    await select(z.object({}), 'update pieces set deliverable_id = $1 where packet_id = $2 returning 1', [
      place?.id,
      await packetOf(school.ilse, id)
    ]);
    const answer = await changeAssignment(
      school.teacher,
      id,
      { ...draft, deliverables: draft.deliverables.slice(1) },
      false
    );
    expect(answer).toMatchObject({ done: false, affects: [expect.stringContaining('1 pieces that lie there stay')] });
    await changeAssignment(school.teacher, id, { ...draft, deliverables: draft.deliverables.slice(1) }, true);
    const packet = await readOwnPacket(await readAssignment(school.ilse, id));
    expect(packet.pieces).toMatchObject([{ deliverableId: null }]);
    expect(packet.rounds[0]?.pieces).toHaveLength(1);
  });
});

describe('extending for several students', () => {
  it('extends for those for whom it can be, and says for whom not', async () => {
    const id = await school.set({ due: MONDAY + HOUR });
    await handIn(school.ilse, id);
    const packetId = await packetOf(school.ilse, id);
    await returnRound(school.teacher, { packetId, round: 1, points: 9, remark: '', key: key(), outcome: 'settled' });
    const studentIds = [school.ilse.id, school.teodor.id];
    const answer = await extendSeveral(school.teacher, { assignmentId: id, studentIds, due: MONDAY + DAY });
    expect(answer).toEqual({ done: 1, refused: [{ studentId: school.ilse.id, why: 'already-settled' }] });
    await expect(extendSeveral(school.ilse, { assignmentId: id, studentIds, due: MONDAY + DAY })).rejects.toThrow(
      NotHere
    );
  });
});
