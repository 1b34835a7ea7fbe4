import type { Track } from '../src/lib/core/judging/track';
import { officeNames } from '../src/lib/server/offices/offices';
import type { Criterion } from '../src/lib/core/assignments/rubric';
import type { Wants } from '../src/lib/core/pieces/wanted';
import type { Actor } from '../src/lib/core/people/policy';
import type { Moment } from '../src/lib/core/time/moment';
import { changeAssignment, readDraft } from '../src/lib/server/assignments/change-assignment';
import { createAssignment } from '../src/lib/server/assignments/create-assignment';
import { post } from '../src/lib/server/threads/say';
import { prepare, type PreparedPlace } from './fill-in';
import { dice } from './classmates';
import type { Deed } from './load';
import { handOut, type OpenedCourse } from './open-course';
import type { DemoAssignment, DemoSaid } from './read-world';

/** What became of an assignment's parts in the database, once it is set. */
export interface Ids {
  assignment?: string;
  places?: Array<PreparedPlace & { wants: Wants }>;
  criteria?: Criterion[];
}
type At = (text: string) => Moment;

/** Sets an assignment of the demo with its materials; `{{file:NAME}}` in its brief becomes that material's address. */
export async function setAssignment(
  assignment: DemoAssignment,
  course: OpenedCourse,
  teacher: Actor,
  ids: Ids,
  at: At
): Promise<void> {
  const { key: _key, class: _class, set: _set, said: _said, materials, unit, ...given } = assignment;
  const moment = (text: string | undefined) => (text === undefined ? null : at(text));
  const { id } = await createAssignment({
    ...given,
    deliverables: given.deliverables.map(({ title, ask, optional, wants }) => ({ title, ask, optional, wants })),
    stages: await stagesOf(given.stages),
    courseId: course.id,
    unitId: course.units[unit - 1] ?? null,
    opens: moment(given.opens),
    due: moment(given.due),
    closes: moment(given.closes),
    passBy: moment(given.passBy)
  });
  ids.assignment = id;
  let brief = given.brief;
  for (const material of materials) {
    const materialId = await handOut(teacher, course.id, { assignmentId: id }, material);
    brief = brief.replaceAll(`{{file:${material.file}}}`, `/files/materials/${materialId}`);
  }
  const { draft } = await readDraft(teacher, id);
  if (brief !== given.brief) await changeAssignment(teacher, id, { ...draft, brief }, false);
  ids.places = draft.deliverables.map(({ id: placeId = '', title, wants }, i) => {
    const { starter, questions } = given.deliverables[i] ?? {};
    return { id: placeId, title, wants, starter, questions };
  });
  for (const place of ids.places) await prepare(teacher, id, place);
  ids.criteria = draft.criteria as Criterion[];
}

/** Stages with the ids of their offices; their own are their titles, so that stories can name them. */
async function stagesOf(stages: DemoAssignment['stages']): Promise<Track> {
  const offices = await officeNames();
  return stages.map(({ title, needs, office, asks }) => {
    const known = offices.find(({ name }) => name === office) ?? null;
    if (office !== undefined && !known) throw new Error(`There is no ${office} in the demo.`);
    return { id: stageId(title), title, needs, office: known, asks };
  });
}

export const stageId = (title: string) => title.toLowerCase().replace(/[^a-z0-9]+/g, '-');

/** What is said about an assignment, on its open floor or aside. */
export function talk(said: DemoSaid[], ids: Ids, speaker: (by: string) => Actor, at: At): Deed[] {
  return said.map(({ at: when, by, body, aside }) => ({
    at: at(when),
    what: `a post of ${by}`,
    run: () =>
      post(speaker(by), {
        body,
        assignmentId: ids.assignment ?? null,
        to: aside === undefined ? 'floor' : 'aside',
        studentId: aside === undefined || aside === by ? null : speaker(aside).id
      })
  }));
}

/** The levels at which a classmate's round is judged, the same each time, and the points that they add up to. */
export function levelsOf(ids: Ids, name: string): { levels: string[]; points: number } | undefined {
  if (!ids.criteria || ids.criteria.length === 0) return undefined;
  const chosen = ids.criteria.flatMap((row, i) => {
    // Later rows are the harder ones: a class loses its points where it has to give reasons.
    const chance = dice(`${name} ${row.title}`)() ** (1 / (1 + i * 0.6));
    return row.levels[Math.min(row.levels.length - 1, Math.floor(chance * row.levels.length))] ?? [];
  });
  return { levels: chosen.map(({ id }) => id), points: chosen.reduce((sum, { points }) => sum + points, 0) };
}
