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

/** Titles as they head columns: two of one title are told apart by a number. */
export function columnNames(columns: ReadonlyArray<{ title: string }>): string[] {
  const seen = new Map<string, number>();
  return columns.map(({ title }) => {
    const key = title.toLowerCase();
    const n = (seen.get(key) ?? 0) + 1;
    seen.set(key, n);
    return n === 1 ? title : `${title} (${n})`;
  });
}
