import type { MarksPlan } from '../marking/marks-file';

/** What taking a file of the grade book in would keep, for each assignment that it names. */
export interface BookPlanSaid {
  assignments: Array<{ id: string; title: string; plan: MarksPlan }>;
  /** Columns that are no assignment of the course. */
  unknown: string[];
}

/** A row of the file, by its columns as they were spelled. */
export type BookFields = Partial<Record<string, string>>;

/** What a row says under a name, however it is spelled there. */
export const fieldOf = (fields: BookFields, name: string): string =>
  Object.entries(fields)
    .find(([key]) => key.trim().toLowerCase() === name.trim().toLowerCase())?.[1]
    ?.trim() ?? '';

/** Titles as they head columns: of several with one title each but the first is told apart by a number that no other has. */
export function columnNames(columns: ReadonlyArray<{ title: string }>): string[] {
  const titles = new Set(columns.map(({ title }) => title.toLowerCase()));
  const given = new Set<string>();
  return columns.map(({ title }) => {
    let name = title;
    for (let n = 2; given.has(name.toLowerCase()) || (name !== title && titles.has(name.toLowerCase())); n++)
      name = `${title} (${n})`;
    given.add(name.toLowerCase());
    return name;
  });
}
