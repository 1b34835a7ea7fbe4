import { dayOf } from '../src/lib/core/time/days';
import { createReadStream } from 'node:fs';
import { basename } from 'node:path';
import type { Actor } from '../src/lib/core/people/policy';
import type { Moment } from '../src/lib/core/time/moment';
import { storeBlob } from '../src/lib/server/blobs/store';
import { changeAbout, changeRules } from '../src/lib/server/courses/about';
import { createCourse, enrol } from '../src/lib/server/courses/create-course';
import { changeJoinPhrase } from '../src/lib/server/courses/join';
import { addMaterial, type MaterialHome } from '../src/lib/server/courses/materials';
import { giveNotice } from '../src/lib/server/courses/notices';
import { changeUnit, showInOutline } from '../src/lib/server/courses/shape-outline';
import { post } from '../src/lib/server/threads/say';
import type { Deed } from './load';
import { demoFile, type DemoCourse } from './read-world';

export interface OpenedCourse {
  id: string;
  units: string[];
}
type At = (text: string) => Moment;
type Speaker = (by: string) => Actor;

/** Opens a course of the demo: its units, what holds for all of it, and the materials of its units. */
export async function openCourse(course: DemoCourse, teacher: Actor, zone: string, at: At): Promise<OpenedCourse> {
  const { slug, title, emblem, units, unitWord, goals, policies, contacts, rules, ends } = course;
  const made = await createCourse({ slug, title, emblem, zone, units: units.map((unit) => unit.title) });
  await enrol(made.id, teacher.id, 'teacher');
  await changeAbout(teacher, slug, {
    title,
    unitWord,
    goals,
    policies,
    contacts,
    endsOn: ends ? dayOf(at(ends), zone) : ''
  });
  await changeRules(teacher, slug, rules);
  if (course.joinsByPhrase) await changeJoinPhrase(teacher, slug, 'new');
  for (const [i, { title, starts, visibleFrom }] of units.entries()) {
    const id = made.units[i] ?? '';
    if (starts !== undefined) await changeUnit(teacher, slug, id, { title, starts: at(starts) });
    if (visibleFrom !== undefined)
      await showInOutline(teacher, slug, { kind: 'unit', id }, { hidden: false, visibleFrom: at(visibleFrom) });
  }
  for (const { file, title, unit } of course.materials)
    await handOut(teacher, made.id, { unitId: made.units[(unit ?? 0) - 1] }, { file, title });
  return made;
}

/** Puts a file of the demo into a course's materials. */
export async function handOut(
  teacher: Actor,
  courseId: string,
  home: MaterialHome,
  { file, title }: { file: string; title: string }
): Promise<string> {
  const blob = await storeBlob(createReadStream(demoFile(file)));
  return (await addMaterial(teacher, courseId, home, { title, name: basename(file), blob })).id;
}

/** A notice, and what was said under it. */
export function tell(
  notice: DemoCourse['notices'][number],
  course: OpenedCourse,
  teacher: Actor,
  speaker: Speaker,
  at: At
): Deed[] {
  const ids: { notice?: string } = {};
  const give = async () => {
    const unitId = course.units[(notice.unit ?? 0) - 1] ?? null;
    const { id } = await giveNotice(teacher, course.id, { title: notice.title, body: notice.body, unitId });
    ids.notice = id;
    if (notice.attached) await handOut(teacher, course.id, { noticeId: id }, notice.attached);
  };
  const replies = notice.said.map((said) => ({
    at: at(said.at),
    what: `a reply of ${said.by}`,
    run: () => post(speaker(said.by), { body: said.body, noticeId: ids.notice ?? null, to: 'floor' })
  }));
  return [{ at: at(notice.at), what: `the notice ${notice.title}`, run: give }, ...replies];
}
