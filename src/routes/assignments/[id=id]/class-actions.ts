import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { markRefusalWords } from '$core/marking/words';
import {
  declineClaim,
  excuse,
  extend,
  extendSeveral,
  liftExcuse,
  receiveInPerson,
  undoInPerson
} from '$server/marking/class-actions';
import { courseZoneOf } from '$server/assignments/read-assignment';
import { settled } from '../../shared/form';
import { orNotFound, signedIn } from '../../shared/guard';
import { respond } from '../../shared/respond';
import { PointsText, WallClockText } from '../../shared/fields';
import type { RequestEvent } from './$types';
import { formFields, misfit, readForm } from '../../shared/read-form';

const Who = z.object({ studentId: z.uuid() });
const InPersonForm = Who.extend({ points: PointsText, remark: z.string().max(20_000).default('') });
const SeveralForm = z.object({
  studentIds: z.array(z.uuid()).min(1, 'Choose at least one student.').max(500),
  due: WallClockText,
  closes: WallClockText
});
const ExtendForm = Who.extend({ due: WallClockText, closes: WallClockText });

/** What a teacher does for one student of the class. */
export const classActions = {
  excuse: (event: RequestEvent) => forStudent(event, Who, (person, who) => excuse(person, who)),
  liftExcuse: (event: RequestEvent) => forStudent(event, Who, (person, who) => liftExcuse(person, who)),
  undoInPerson: (event: RequestEvent) => forStudent(event, Who, (person, who) => undoInPerson(person, who)),
  declineClaim: (event: RequestEvent) => forStudent(event, Who, (person, who) => declineClaim(person, who)),
  inPerson: (event: RequestEvent) =>
    forStudent(event, InPersonForm, (person, { points, remark, ...who }) =>
      receiveInPerson(person, who, { points, remark })
    ),
  extend: (event: RequestEvent) =>
    forStudent(event, ExtendForm, async (person, { due, closes, ...who }) => {
      const zone = await courseZoneOf(who.assignmentId);
      return extend(person, { ...who, due: due?.(zone), closes: closes?.(zone) });
    }),
  extendSeveral: async ({ locals, params, url, request }: RequestEvent) => {
    const person = signedIn(locals, url);
    const given = await readForm(request);
    const form = SeveralForm.safeParse({ ...Object.fromEntries(given), studentIds: given.getAll('studentIds') });
    if (!form.success) return fail(400, { problem: form.error.issues[0]?.message ?? 'Nothing was changed.' });
    const { due, closes, studentIds } = form.data;
    const zone = await orNotFound(courseZoneOf(params.id));
    const to = { due: due?.(zone), closes: closes?.(zone) };
    const { extended, refused } = await orNotFound(
      extendSeveral(person, { assignmentId: params.id, studentIds, ...to })
    );
    if (refused.length === 0) return settled(request, { done: true });
    const reasons = [...new Set(refused.map(({ why }) => markRefusalWords(why)))].join(' ');
    return fail(409, { problem: `Extended for ${extended} of ${studentIds.length} students. The others: ${reasons}` });
  }
};

type Person = NonNullable<App.Locals['person']>;
type Answer = { ok: true } | { ok: false; why: Parameters<typeof markRefusalWords>[0] };

async function forStudent<S extends z.ZodObject>(
  { locals, params, url, request }: RequestEvent,
  schema: S,
  change: (person: Person, input: z.infer<S> & { assignmentId: string }) => Promise<Answer>
) {
  const person = signedIn(locals, url);
  const form = schema.safeParse(await formFields(request));
  if (!form.success) return misfit(form.error);
  const answer = await orNotFound(change(person, { ...form.data, assignmentId: params.id }));
  return respond(answer, request, url.pathname, markRefusalWords);
}
