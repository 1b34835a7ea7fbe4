import { topics } from '$core/live/topics';
import { z } from 'zod';
import type { RequestEvent } from './$types';
import { jsonText } from '$core/forms/json-text';
import { wordsOfRefusal } from '$core/refusals/registry';
import { config } from '$server/config';
import { courseFor } from '$server/courses/course-head';
import { readOutline } from '$server/courses/outline';
import { receiveMaterials, removeMaterial } from '$server/courses/materials';
import {
  addUnit,
  Arrangement,
  arrangeOutline,
  changeUnit,
  ITEM_KINDS,
  showInOutline
} from '$server/courses/shape-outline';
import { Ticked, WallClockText } from '../../shared/fields';
import { action, streamedAction, type Person } from '../../shared/action';
import { orNotFound, signedIn } from '../../shared/guard';
import { shows } from '../../shared/shows';

export const load = async ({ locals, url, parent, depends }) => {
  const person = signedIn(locals, url);
  const { course } = await parent();
  const live = shows(depends, topics.course(course.id), topics.work);
  return { ...live, ...(await orNotFound(readOutline(person, course))), largestFile: config.maxFileBytes };
};

const ShowForm = z.object({
  kind: z.enum([...ITEM_KINDS, 'unit']),
  id: z.uuid(),
  hidden: Ticked,
  visibleFrom: WallClockText
});
const UnitForm = z.object({ title: z.string().trim().min(1, 'Give it a name.').max(200), starts: WallClockText });
const ArrangeForm = z.object({ arrangement: jsonText(Arrangement) });

const One = z.object({ id: z.uuid() });

/** The clocks of a course that this person may shape. */
const zoneFor = async (person: Person, course: string) => (await courseFor(person, course, 'shape-course')).zone;

export const actions = {
  arrange: action(ArrangeForm, (person, { arrangement }, { params }: RequestEvent) =>
    arrangeOutline(person, params.course, arrangement)
  ),
  show: action(ShowForm, async (person, { visibleFrom, hidden, ...what }, { params }: RequestEvent) => {
    const zone = await zoneFor(person, params.course);
    await showInOutline(person, params.course, what, { hidden, visibleFrom: visibleFrom?.(zone) ?? null });
  }),
  addUnit: action(UnitForm, async (person, { title, starts }, { params }: RequestEvent) => {
    const zone = await zoneFor(person, params.course);
    await addUnit(person, params.course, { title, starts: starts?.(zone) ?? null });
  }),
  changeUnit: action(
    UnitForm.extend({ unitId: z.uuid() }),
    async (person, { unitId, title, starts }, { params }: RequestEvent) => {
      const zone = await zoneFor(person, params.course);
      await changeUnit(person, params.course, unitId, { title, starts: starts?.(zone) ?? null });
    }
  ),
  addMaterials: streamedAction(
    async (person, request, { params }: RequestEvent) => {
      const { refused } = await receiveMaterials(person, params.course, request);
      return refused.length > 0 ? { ok: false as const, why: 'some-refused', refused } : null;
    },
    {
      words: ({ refused }) =>
        refused.map(({ name, why }) => `${name}: ${wordsOfRefusal(why, { largest: config.maxFileBytes })}`).join(' ')
    }
  ),
  removeMaterial: action(One, (person, { id }, { params }: RequestEvent) => removeMaterial(person, params.course, id))
};
