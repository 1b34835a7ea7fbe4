/** What a teacher has written of an assignment and not set yet, kept as they write. */
export const up = `
create table unfinished_assignments (
  id uuid primary key default gen_random_uuid(),
  person_id uuid not null references people on delete cascade,
  course_id uuid not null references courses on delete cascade,
  -- The assignment that is being changed; null for a new one.
  assignment_id uuid references assignments on delete cascade,
  draft jsonb not null,
  version integer not null default 1,
  kept_at timestamptz(3) not null,
  unique nulls not distinct (person_id, course_id, assignment_id)
);
`;

export const down = `
drop table unfinished_assignments;
`;
