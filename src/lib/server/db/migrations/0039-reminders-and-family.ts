/** When somebody wants to be reminded and what was said already; who hears of a student's weeks; who supports them; all that is theirs, to take along. */
export const up = `
create table reminder_settings (
  person_id uuid primary key references people on delete cascade,
  -- Minutes before a due moment.
  before integer[] not null,
  -- Minutes since midnight on their clocks; the same for none.
  quiet_from integer not null check (quiet_from between 0 and 1439),
  quiet_to integer not null check (quiet_to between 0 and 1439)
);

-- What somebody was reminded of, once. Another moment is another reminder.
create table reminded (
  person_id uuid not null references people on delete cascade,
  assignment_id uuid not null references assignments on delete cascade,
  kind text not null,
  about timestamptz(3) not null,
  at timestamptz(3) not null,
  primary key (person_id, assignment_id, kind, about)
);
create index reminded_by_assignment on reminded (assignment_id);
create index assignments_due on assignments (due_at) where published;

-- When the last calm mail went out, and when the plan was last looked at.
create table reminder_rounds (
  person_id uuid primary key references people on delete cascade,
  mailed_at timestamptz(3),
  planned_at timestamptz(3)
);

create table push_subscriptions (
  id uuid primary key default gen_random_uuid(),
  person_id uuid not null references people on delete cascade,
  endpoint text not null unique check (length(endpoint) <= 1000),
  p256dh text not null check (length(p256dh) <= 200),
  auth text not null check (length(auth) <= 100),
  agent text not null default '',
  at timestamptz(3) not null
);
create index push_subscriptions_by_person on push_subscriptions (person_id);
alter table tidings add column pushed_at timestamptz(3);

create table guardianships (
  id uuid primary key default gen_random_uuid(),
  student_id uuid not null references people on delete cascade,
  email text not null check (length(email) <= 320),
  name text not null default '' check (length(name) <= 200),
  invited_by uuid not null references people,
  invited_at timestamptz(3) not null,
  expires_at timestamptz(3) not null,
  -- In every mail: with it the summaries are confirmed, and ended without signing in. It opens nothing else.
  token text not null unique,
  confirmed_at timestamptz(3),
  ended_at timestamptz(3)
);
create index guardianships_by_student on guardianships (student_id);
create unique index guardianships_once on guardianships (student_id, lower(email)) where ended_at is null;
create index guardianships_by_email on guardianships (lower(email)) where ended_at is null;

-- What was sent, as it was sent. The student sees every one of them.
create table digests (
  id uuid primary key default gen_random_uuid(),
  guardianship_id uuid not null references guardianships on delete cascade,
  week date not null,
  contents jsonb not null,
  sent_at timestamptz(3) not null,
  unique (guardianship_id, week)
);

create table supporters (
  id uuid primary key default gen_random_uuid(),
  supporter_id uuid not null references people on delete cascade,
  student_id uuid not null references people on delete cascade,
  given_by uuid not null references people,
  given_at timestamptz(3) not null,
  ended_at timestamptz(3)
);
create unique index supporters_once on supporters (supporter_id, student_id) where ended_at is null;
create index supporters_by_student on supporters (student_id);

create table support_notes (
  id uuid primary key default gen_random_uuid(),
  supporter_id uuid not null references people on delete cascade,
  student_id uuid not null references people on delete cascade,
  by_person uuid not null references people,
  body text not null check (length(body) between 1 and 4000),
  at timestamptz(3) not null
);
create index support_notes_of on support_notes (supporter_id, student_id, at);

create table own_data (
  id uuid primary key default gen_random_uuid(),
  person_id uuid not null references people on delete cascade,
  asked_at timestamptz(3) not null,
  -- Null while it is being made.
  made_at timestamptz(3),
  sha256 text references blobs,
  size bigint,
  failed boolean not null default false
);
create index own_data_by_person on own_data (person_id, asked_at desc);
create index own_data_by_blob on own_data (sha256) where sha256 is not null;
`;
export const down = `
drop table own_data;
drop table support_notes;
drop table supporters;
drop table digests;
drop table guardianships;
alter table tidings drop column pushed_at;
drop table push_subscriptions;
drop table reminder_rounds;
drop index assignments_due;
drop table reminded;
drop table reminder_settings;
`;
