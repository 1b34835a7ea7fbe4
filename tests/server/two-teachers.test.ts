import { beforeAll, expect, it } from 'vitest';
import type { Actor } from '$core/people/policy';
import { enrol } from '$server/courses/create-course';
import { announce } from '$server/live/announce';
import { listen } from '$server/live/hub';
import { readForMarking } from '$server/marking/read-for-marking';
import { openRound, returnRound } from '$server/marking/return-round';
import { at, count, handIn, key, MONDAY, packetOf, person, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
  at(MONDAY);
});

it('tells the second of two teachers that the first has returned it, and lets them return it knowingly', async () => {
  const second = await person('Casper');
  await enrol(school.course.id, second.id, 'teacher');
  const id = await school.set();
  await handIn(school.ilse, id);
  const packetId = await packetOf(school.ilse, id);
  // Both have opened their page before either has pressed.
  const known = (await readForMarking(second, packetId)).marks.length;
  const give = (who: Actor, points: number, seen: number) =>
    returnRound(who, { packetId, round: 1, points, remark: '', key: key(), outcome: 'settled', known: seen });
  const answers = await Promise.all([give(school.teacher, 12, known), give(second, 15, known)]);
  expect(answers.filter(({ ok }) => ok)).toHaveLength(1);
  expect(answers.filter((answer) => !answer.ok)).toEqual([{ ok: false, why: 'returned-meanwhile' }]);
  expect(await count('select count(*) n from marks where packet_id = $1 and returned_at is not null', [packetId])).toBe(
    1
  );
  expect(await give(second, 15, 1)).toMatchObject({ ok: true });
});

it('announces nothing where nothing was changed', async () => {
  const id = await school.set();
  await handIn(school.ilse, id);
  const packetId = await packetOf(school.ilse, id);
  expect(await openRound(school.teacher, packetId)).toEqual({ ok: true });
  let told = 0;
  let after: () => void = () => undefined;
  const reached = new Promise<void>((resolve) => (after = resolve));
  const none = { studies: new Set<string>(), teaches: new Set<string>(), mayHaveEnded: () => undefined };
  const stop = await listen({ ...none, personId: school.ilse.id, tell: () => told++ });
  const stopAfter = await listen({ ...none, personId: 'after', tell: () => after() });
  expect(await openRound(school.teacher, packetId)).toEqual({ ok: true });
  await announce({ people: ['after'] });
  await reached;
  expect(told).toBe(0);
  stop();
  stopAfter();
});
