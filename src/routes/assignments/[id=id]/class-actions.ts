import { z } from 'zod';
import { wordsOfRefusal } from '$core/refusals/registry';
import { courseZoneOf } from '$server/assignments/read-assignment';
import { config } from '$server/config';
import {
  declineClaim,
  excuse,
  excuseSeveral,
  extend,
  extendSeveral,
  findIncomplete,
  giveExtraTime,
  liftExcuse,
  receiveInPerson,
  undoInPerson,
  type Several as SeveralDone
} from '$server/marking/class-actions';
import { FloorForm, keepFloor } from '$server/threads/manage-post';
import { handOutReading, showReading } from '$server/peers/hand-out';
import { giveTo, shareEvenly } from '$server/marking/shares';
import { returnKept, sayToEach } from '$server/marking/return-several';
import { action } from '../../shared/action';
import { PointsText, Several, WallClockText } from '../../shared/fields';
import { actingOn } from './acting-on';
import type { RequestEvent } from './$types';

const Who = z.object({ studentId: z.uuid() });
const InPersonForm = Who.extend({ points: PointsText, remark: z.string().max(20_000).default('') });
const ExtraTimeForm = Who.extend({ minutes: z.coerce.number().int().min(0).max(600) });
const ExtendForm = Who.extend({ due: WallClockText, closes: WallClockText });
const Chosen = z.object({ studentIds: Several(z.array(z.uuid()).min(1, 'Choose at least one student.').max(500)) });

const orSomeRefused = (answer: SeveralDone) =>
  answer.refused.length === 0 ? answer : { ok: false as const, why: 'some-refused', ...answer };

/** For how many it was done, and why not for the others. */
const someWords =
  (what: string) =>
  ({ done, refused }: SeveralDone) =>
    `${what} for ${done} of ${done + refused.length} students. The others: ${reasons(refused)}`;

/** What a teacher does for one student of the class, or for several. */
export const classActions = {
  floor: action(
    FloorForm,
    (person, given, { params }: RequestEvent) => keepFloor(person, { ...given, assignmentId: params.id }),
    { then: () => ({ done: 'Kept.' }), reader: 'teacher' }
  ),
  excuse: actingOn(Who, excuse, 'teacher'),
  liftExcuse: actingOn(Who, liftExcuse, 'teacher'),
  undoInPerson: actingOn(Who, undoInPerson, 'teacher'),
  declineClaim: actingOn(Who, declineClaim, 'teacher'),
  inPerson: actingOn(
    InPersonForm,
    (person, { points, remark, ...who }) => receiveInPerson(person, who, { points, remark }),
    'teacher'
  ),
  incomplete: actingOn(
    InPersonForm,
    (person, { remark, points: _, ...who }) => findIncomplete(person, { ...who, remark }),
    'teacher'
  ),
  extend: actingOn(
    ExtendForm,
    async (person, { due, closes, ...who }) => {
      const zone = await courseZoneOf(who.assignmentId);
      return extend(person, { ...who, due: due?.(zone), closes: closes?.(zone) });
    },
    'teacher'
  ),
  extraTime: actingOn(ExtraTimeForm, giveExtraTime, 'teacher'),
  extendSeveral: action(
    Chosen.extend({ due: WallClockText, closes: WallClockText }),
    async (person, { due, closes, studentIds }, { params }: RequestEvent) => {
      const zone = await courseZoneOf(params.id);
      const to = { due: due?.(zone), closes: closes?.(zone) };
      return orSomeRefused(await extendSeveral(person, { assignmentId: params.id, studentIds, ...to }));
    },
    { words: someWords('Extended') }
  ),
  excuseSeveral: action(
    // The moments stand in the same form.
    Chosen,
    async (person, { studentIds }, { params }: RequestEvent) =>
      orSomeRefused(await excuseSeveral(person, { assignmentId: params.id, studentIds })),
    { words: someWords('Excused') }
  ),
  returnKept: action(
    Chosen.extend({ key: z.string().min(8).max(20) }),
    async (person, { studentIds, key }, { params }: RequestEvent) =>
      orSomeRefused(await returnKept(person, { assignmentId: params.id, studentIds, key })),
    { words: someWords('Given back') }
  ),
  handOutReading: actingOn(z.object({}), (person, { assignmentId }) => handOutReading(person, assignmentId), 'teacher'),
  showReading: actingOn(z.object({}), (person, { assignmentId }) => showReading(person, assignmentId), 'teacher'),
  shareEvenly: actingOn(z.object({}), (person, { assignmentId }) => shareEvenly(person, assignmentId), 'teacher'),
  giveTo: action(
    Chosen.extend({ teacher: z.union([z.literal('').transform(() => null), z.uuid()]) }),
    (person, { studentIds, teacher }, { params }: RequestEvent) =>
      giveTo(person, { assignmentId: params.id, studentIds, teacherId: teacher })
  ),
  sayToEach: action(
    Chosen.extend({ body: z.string().trim().min(1, 'Say something.').max(8000) }),
    async (person, { studentIds, body }, { params }: RequestEvent) =>
      orSomeRefused(await sayToEach(person, { assignmentId: params.id, studentIds, body })),
    { words: someWords('Said aside') }
  )
};

const reasons = (refused: SeveralDone['refused']) =>
  [...new Set(refused.map(({ why }) => wordsOfRefusal(why, { reader: 'teacher', largest: config.maxFileBytes })))].join(
    ' '
  );
