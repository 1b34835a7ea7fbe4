import { topics } from '$core/live/topics';
import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { jsonText } from '$core/forms/json-text';
import { pieceRefusalWords } from '$core/pieces/refusals';
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
import { handleForm, settled } from '../../shared/form';
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

export const actions = {
  arrange: async ({ locals, params, url, request }) =>
    handleForm(request, ArrangeForm, async ({ arrangement }) => {
      await arrangeOutline(signedIn(locals, url), params.course, arrangement);
      return { done: true };
    }),
  show: async ({ locals, params, url, request }) =>
    handleForm(request, ShowForm, async ({ visibleFrom, hidden, ...what }) => {
      const person = signedIn(locals, url);
      const { zone } = await courseFor(person, params.course, 'shape-course');
      await showInOutline(person, params.course, what, { hidden, visibleFrom: visibleFrom?.(zone) ?? null });
      return { done: true };
    }),
  addUnit: async ({ locals, params, url, request }) =>
    handleForm(request, UnitForm, async ({ title, starts }) => {
      const person = signedIn(locals, url);
      const { zone } = await courseFor(person, params.course, 'shape-course');
      await addUnit(person, params.course, { title, starts: starts?.(zone) ?? null });
      return { done: true };
    }),
  changeUnit: async ({ locals, params, url, request }) =>
    handleForm(request, UnitForm.extend({ unitId: z.uuid() }), async ({ unitId, title, starts }) => {
      const person = signedIn(locals, url);
      const { zone } = await courseFor(person, params.course, 'shape-course');
      await changeUnit(person, params.course, unitId, { title, starts: starts?.(zone) ?? null });
      return { done: true };
    }),
  addMaterials: async ({ locals, params, url, request }) => {
    const { refused } = await orNotFound(receiveMaterials(signedIn(locals, url), params.course, request));
    if (refused.length > 0)
      return fail(409, {
        problem: refused.map(({ name, why }) => `${name}: ${pieceRefusalWords(why, config.maxFileBytes)}`).join(' ')
      });
    return settled(request, { done: true });
  },
  removeMaterial: async ({ locals, params, url, request }) =>
    handleForm(request, z.object({ id: z.uuid() }), async ({ id }) => {
      await removeMaterial(signedIn(locals, url), params.course, id);
      return { done: true };
    })
};
