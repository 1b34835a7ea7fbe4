/** How a course's results become its grade, what a teacher says in place of that, and what went to the school's register. */
export const up = `
alter table courses
  -- Null: as is usual, by the shares or the points of its assignments.
  add column scheme jsonb,
  -- Students see how results are spread, where enough of them are there.
  add column spread_shown boolean not null default false;

create table grade_overrides (
  course_id uuid not null references courses on delete cascade,
  person_id uuid not null references people on delete cascade,
  says text not null check (length(says) between 1 and 40),
  reason text not null check (length(reason) between 1 and 500),
  by_person uuid not null references people,
  at timestamptz(3) not null,
  primary key (course_id, person_id)
);

-- Results as they were sent: what changes in the course later changes nothing of them.
create table final_results (
  id uuid primary key default gen_random_uuid(),
  course_id uuid not null references courses on delete cascade,
  results jsonb not null,
  sent_by uuid not null references people,
  sent_at timestamptz(3) not null,
  confirmed_by uuid references people,
  confirmed_at timestamptz(3),
  declined text check (length(declined) between 1 and 500)
);
create index final_results_by_course on final_results (course_id, sent_at desc);
`;
export const down = `
drop table final_results;
drop table grade_overrides;
alter table courses drop column scheme, drop column spread_shown;
`;
