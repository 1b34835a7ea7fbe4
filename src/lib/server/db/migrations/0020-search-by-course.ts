/** Where a person's courses hold little, that is read whole: a word that the whole school writes then costs no more. */
export const up = `
create index search_entries_by_course on search_entries (course_id);
`;

export const down = `
drop index search_entries_by_course;
`;
