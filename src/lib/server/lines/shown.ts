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

/**
 * Whether students see an assignment: itself and the unit that it lies in. `isShown` (assignments/facts.ts) says the same
 * of one that was read.
 */
export const assignmentShown = (table: string, moment: string) =>
  `(${setForStudents(table, moment)} and not exists (select 1 from units shown_in where shown_in.id = ${table}.unit_id
    and not ${shownToStudents('shown_in', moment)}))`;

const visibleBy = (table: string, moment: string) =>
  `(${table}.visible_from is null or ${table}.visible_from <= ${moment})`;
