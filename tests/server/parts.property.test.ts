import fc from 'fast-check';
import { beforeAll, expect, it } from 'vitest';
import { AssignmentDraft } from '$core/assignments/draft';
import { changeAssignment, readDraft } from '$server/assignments/change-assignment';
import { smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
let id: string;
beforeAll(async () => {
  school = await smallCourse();
  id = await school.set({ deliverables: [{ title: 'First' }] });
});

/** One way of editing a list: keep some of what is there in another order, and put new ones among them. */
const edit = fc.record({
  keep: fc.array(fc.nat(), { maxLength: 5 }),
  fresh: fc.array(fc.nat({ max: 6 }), { maxLength: 3 })
});

function edited<T>(list: T[], { keep, fresh }: { keep: number[]; fresh: number[] }, make: (n: number) => T): T[] {
  const kept = [...new Set(keep.map((n) => n % Math.max(1, list.length)))].flatMap((i) => list.slice(i, i + 1));
  return fresh.reduce<T[]>((now, place, n) => [...now.slice(0, place), make(n), ...now.slice(place)], kept);
}

it('whatever a teacher does to the parts, they read back in that order, and what stayed is the same part', async () => {
  await fc.assert(
    fc.asyncProperty(edit, edit, edit, async (places, items, rows) => {
      const { draft } = await readDraft(school.teacher, id);
      const next = AssignmentDraft.parse({
        ...draft,
        deliverables: edited(draft.deliverables, places, (n) => ({
          title: `Place ${n}`,
          ask: '',
          optional: false,
          wants: {}
        })),
        mustDo: edited(draft.mustDo, items, (n) => ({ text: `Item ${n}`, optional: false, metBy: 'tick' as const })),
        criteria: edited(draft.criteria, rows, (n) => ({
          title: `Row ${n}`,
          hint: '',
          levels: [{ title: 'Top', says: '', points: n }]
        }))
      });
      await changeAssignment(school.teacher, id, next, true);
      const { draft: after } = await readDraft(school.teacher, id);
      const said = (parts: Array<{ id?: string }>, of: (part: never) => string) =>
        parts.map((part) => of(part as never));
      // An assignment without a place gets an open one.
      if (next.deliverables.length > 0)
        expect(said(after.deliverables, (d: { title: string }) => d.title)).toEqual(
          next.deliverables.map((d) => d.title)
        );
      expect(after.mustDo.map((item) => item.text)).toEqual(next.mustDo.map((item) => item.text));
      expect(after.criteria.map((row) => [row.title, row.levels.length])).toEqual(
        next.criteria.map((row) => [row.title, row.levels.length])
      );
      const ids = [...next.deliverables, ...next.mustDo, ...next.criteria].flatMap((part) => part.id ?? []);
      const have = [...after.deliverables, ...after.mustDo, ...after.criteria].map((part) => part.id);
      expect(have).toEqual(expect.arrayContaining(ids));
    }),
    { numRuns: 25 }
  );
});
