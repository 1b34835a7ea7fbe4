/**
 * SQL for whether students see a unit, notice or material at a moment; true where the outer join found none.
 *
 * @param table  its alias
 * @param moment the bound value that holds the moment, such as `$2`
 */
export const shownToStudents = (table: string, moment: string) =>
  `(${table}.id is null or (not ${table}.hidden and ${visibleBy(table, moment)}))`;

/** The same for an assignment, which is a draft rather than hidden. Its unit is asked for itself. */
export const setForStudents = (table: string, moment: string) =>
  `(${table}.id is null or (${table}.published and ${visibleBy(table, moment)}))`;

const visibleBy = (table: string, moment: string) =>
  `(${table}.visible_from is null or ${table}.visible_from <= ${moment})`;
