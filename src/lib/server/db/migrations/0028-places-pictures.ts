/**
 * Pictures that a teacher puts into a starter or beside a question lie with the place. How many sheets a page fills is known once
 * it is printed. A student can have more time for questions than the others.
 */
export const up = `
create table place_pictures (
  deliverable_id uuid not null references deliverables on delete cascade,
  sha256 text not null references blobs,
  primary key (deliverable_id, sha256)
);
create index place_pictures_blob on place_pictures (sha256);
alter table blob_forms add column sheets integer check (sheets > 0);
alter table packets add column extra_minutes integer not null default 0 check (extra_minutes between 0 and 600);
`;
export const down = `
alter table packets drop column extra_minutes;
alter table blob_forms drop column sheets;
drop table place_pictures;
`;
