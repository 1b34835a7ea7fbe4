/**
 * What marking says beside points: lateness that is not charged, points other than the rubric's, points between two levels, a
 * return that waits for its moment; which row of the rubric a remark belongs to, what was answered to it; a teacher's phrases.
 */
export const up = `
alter table marks
  add column waived text check (length(waived) between 1 and 500),
  add column otherwise text check (length(otherwise) between 1 and 500),
  add column return_at timestamptz(3),
  -- As what it returns then: the outcome, and new moments.
  add column return_as jsonb;
create index marks_to_return on marks (return_at) where return_at is not null and returned_at is null;
alter table criterion_marks add column points numeric(8, 2) check (points >= 0);
alter table remarks add column criterion_id uuid references criteria on delete set null;
create table remark_answers (
  no bigint generated always as identity primary key,
  remark_id uuid not null references remarks on delete cascade,
  by_person uuid not null references people,
  at timestamptz(3) not null,
  body text not null check (length(body) between 1 and 4000)
);
create index remark_answers_by_remark on remark_answers (remark_id, no);
create table phrases (
  id uuid primary key default gen_random_uuid(),
  person_id uuid not null references people on delete cascade,
  body text not null check (length(body) between 1 and 2000),
  used integer not null default 0,
  changed_at timestamptz(3) not null
);
create index phrases_by_person on phrases (person_id, used desc, changed_at desc);
`;
export const down = `
drop table phrases, remark_answers;
alter table remarks drop column criterion_id;
alter table criterion_marks drop column points;
alter table marks drop column waived, drop column otherwise, drop column return_at, drop column return_as;
`;
