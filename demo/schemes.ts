import { Scheme } from '../src/lib/core/grades/scheme';
import type { Actor } from '../src/lib/core/people/policy';
import { keepScheme } from '../src/lib/server/grades/keep-scheme';
import { readClassGrades } from '../src/lib/server/grades/class-grades';
import type { DemoCourse } from './read-world';

/** Puts the scheme of a course in force, where its file names one: what lies where is named there by title. */
export async function schemeOf({ slug, scheme }: DemoCourse, teacher: Actor): Promise<void> {
  if (scheme === undefined) return;
  const { columns } = await readClassGrades(teacher, slug);
  const places = Object.entries(scheme.places).map(([title, place]) => {
    const column = columns.find((one) => one.title === title);
    if (!column) throw new Error(`${slug} has no assignment “${title}” to put into its scheme.`);
    return [column.id, place];
  });
  await keepScheme(teacher, slug, Scheme.parse({ ...scheme, places: Object.fromEntries(places) }));
}
