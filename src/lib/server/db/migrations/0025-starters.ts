/**
 * A teacher prepares a page for a place, of which each student gets a copy. Of a place that has one, pages are guarded: what
 * the teacher wrote on them stays as it is.
 */
export const up = `
create table starters (
  deliverable_id uuid primary key references deliverables on delete cascade,
  version integer not null check (version > 0),
  text text not null check (length(text) <= 300000),
  changed_at timestamptz(3) not null,
  changed_by uuid not null references people
);
`;
export const down = `drop table starters;`;
