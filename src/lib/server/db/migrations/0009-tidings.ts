/** What happened since somebody last looked, and who wants which of it by mail. */
export const up = `
create table tidings (
  id uuid primary key default gen_random_uuid(),
  -- In the order in which they came: two can share a moment.
  no bigint generated always as identity,
  person_id uuid not null references people on delete cascade,
  kind text not null,
  -- Nobody hears of the same thing twice.
  about text not null check (length(about) <= 200),
  -- What belongs together is shown as one.
  grouped text not null check (length(grouped) <= 200),
  course_id uuid references courses on delete cascade,
  assignment_id uuid references assignments on delete cascade,
  href text not null,
  -- Who did it, where that is said.
  by_person uuid references people on delete set null,
  -- What its words need: names, numbers, moments.
  data jsonb not null default '{}',
  at timestamptz not null,
  read_at timestamptz,
  mailed_at timestamptz,
  unique (person_id, about)
);
create index tidings_newest on tidings (person_id, no desc);
create index tidings_unread on tidings (person_id) where read_at is null;

-- Only where it differs from what is usual for that kind.
create table mail_wishes (
  person_id uuid not null references people on delete cascade,
  kind text not null,
  wanted boolean not null,
  primary key (person_id, kind)
);
`;

export const down = `drop table mail_wishes, tidings;`;
