/**
 * What a course holds beside its assignments: getting in, its outline, its materials and notices, its rules; and what a
 * brief says beyond its text.
 */
export const up = String.raw`
create extension if not exists pg_trgm;

alter table courses
  add column goals_md text not null default '',
  add column policies_md text not null default '',
  -- [{ who, how, hours }]
  add column contacts jsonb not null default '[]',
  -- Standing rules that each assignment inherits or overrides.
  add column rules jsonb not null default '{}',
  add column unit_word text not null default 'Unit' check (length(unit_word) between 1 and 30),
  add column join_phrase text check (join_phrase ~ '^[a-z]+ [a-z]+ [a-z]+$'),
  add column archived_at timestamptz,
  -- A projection of returned rounds: how long a submit usually waits here. Null before there is a habit to speak of.
  add column usual_wait_seconds integer check (usual_wait_seconds >= 0);
create unique index courses_by_join_phrase on courses (join_phrase) where join_phrase is not null;

alter table enrolments add column joined_by text not null default 'school'
  check (joined_by in ('school', 'phrase', 'invitation'));

alter table units
  add column starts_at timestamptz,
  add column hidden boolean not null default false,
  add column visible_from timestamptz;
alter table units drop constraint units_course_id_position_key;
alter table units add constraint units_in_order unique (course_id, position) deferrable initially deferred;

alter table assignments
  add column brief_md text not null default '',
  add column position integer not null default 0,
  -- Percent of the course's grade.
  add column weight numeric(5, 2) check (weight between 0 and 100),
  -- The date by which it must be passed already, where that differs from the one to submit by.
  add column pass_by timestamptz,
  add column expected_minutes integer check (expected_minutes between 1 and 60000),
  add column visible_from timestamptz,
  -- Which of the course's standing rules it follows; the others are its own.
  add column inherits text[] not null default '{}';
create index assignments_by_unit on assignments (unit_id, position);

alter table deliverables add column wants jsonb not null default '{}';

-- A deliverable can go away after work was submitted for it; the piece itself stays as it was.
drop trigger round_pieces_frozen on round_pieces;
create trigger round_pieces_frozen before update of id, packet_id, round_no, kind, name, sha256, position on round_pieces
  for each row execute function refuse_change();

-- When the student last looked at what came back.
alter table packets add column result_seen_at timestamptz;

create table notices (
  id uuid primary key default gen_random_uuid(),
  course_id uuid not null references courses on delete cascade,
  unit_id uuid references units on delete set null,
  title text not null check (length(title) between 1 and 300),
  body_md text not null,
  body_html text not null,
  by_person uuid not null references people,
  at timestamptz not null,
  position integer not null default 0,
  hidden boolean not null default false,
  visible_from timestamptz
);
create index notices_by_course on notices (course_id, at desc, id);

create table notice_reads (
  notice_id uuid not null references notices on delete cascade,
  person_id uuid not null references people on delete cascade,
  at timestamptz not null,
  primary key (notice_id, person_id)
);

create table materials (
  id uuid primary key default gen_random_uuid(),
  course_id uuid not null references courses on delete cascade,
  -- Where it lies: in a unit of the outline, beside a brief, or with a notice.
  unit_id uuid references units on delete set null,
  assignment_id uuid references assignments on delete cascade,
  notice_id uuid references notices on delete cascade,
  title text not null check (length(title) between 1 and 300),
  name text not null check (length(name) between 1 and 255),
  sha256 text not null references blobs,
  position integer not null default 0,
  hidden boolean not null default false,
  visible_from timestamptz,
  added_at timestamptz not null,
  added_by uuid not null references people,
  check (num_nonnulls(unit_id, assignment_id, notice_id) <= 1)
);
create index materials_by_course on materials (course_id, unit_id, position);
create index materials_by_assignment on materials (assignment_id, position) where assignment_id is not null;
create index materials_by_notice on materials (notice_id, position) where notice_id is not null;

-- What is said: on the open floor (party_id is null: everyone in the course reads it), or aside (that party and the
-- course's teachers only).
create table posts (
  id uuid primary key default gen_random_uuid(),
  -- In the order in which they were said: two can share a moment.
  no bigint generated always as identity,
  course_id uuid not null references courses on delete cascade,
  assignment_id uuid references assignments on delete cascade,
  notice_id uuid references notices on delete cascade,
  party_id uuid references parties on delete cascade,
  by_person uuid not null references people,
  at timestamptz not null,
  body text not null check (length(body) between 1 and 10000),
  check (num_nonnulls(assignment_id, notice_id) <= 1),
  check (party_id is null or notice_id is null)
);
create index posts_by_assignment on posts (assignment_id, party_id, no) where assignment_id is not null;
create index posts_by_notice on posts (notice_id, no) where notice_id is not null;

create table must_do_items (
  id uuid primary key default gen_random_uuid(),
  assignment_id uuid not null references assignments on delete cascade,
  position integer not null,
  text text not null check (length(text) between 1 and 500),
  optional boolean not null default false,
  -- By the student's own tick, or by doing what it says.
  met_by text not null default 'tick' check (met_by in ('tick', 'aside', 'floor', 'material', 'piece')),
  unique (assignment_id, position)
);
create table must_do_ticks (
  item_id uuid not null references must_do_items on delete cascade,
  person_id uuid not null references people on delete cascade,
  at timestamptz not null,
  primary key (item_id, person_id)
);

create table material_views (
  material_id uuid not null references materials on delete cascade,
  person_id uuid not null references people on delete cascade,
  at timestamptz not null,
  primary key (material_id, person_id)
);

create table criteria (
  id uuid primary key default gen_random_uuid(),
  assignment_id uuid not null references assignments on delete cascade,
  position integer not null,
  title text not null check (length(title) between 1 and 200),
  -- The teacher's own hint where points are lost, for as long as the class has not shown it.
  hint text not null default '' check (length(hint) <= 500),
  unique (assignment_id, position)
);
create table criterion_levels (
  id uuid primary key default gen_random_uuid(),
  criterion_id uuid not null references criteria on delete cascade,
  position integer not null,
  title text not null check (length(title) between 1 and 100),
  says text not null default '' check (length(says) <= 1000),
  points numeric(8, 2) not null check (points >= 0),
  unique (criterion_id, position)
);
-- The level at which a returned round was judged on a row.
create table criterion_marks (
  packet_id uuid not null,
  round_no integer not null,
  criterion_id uuid not null references criteria on delete cascade,
  level_id uuid not null references criterion_levels on delete cascade,
  primary key (packet_id, round_no, criterion_id),
  foreign key (packet_id, round_no) references rounds (packet_id, no) on delete cascade
);
create index criterion_marks_by_criterion on criterion_marks (criterion_id);
-- Where the student thinks they stand; nobody else reads it.
create table own_estimates (
  criterion_id uuid not null references criteria on delete cascade,
  person_id uuid not null references people on delete cascade,
  level_id uuid not null references criterion_levels on delete cascade,
  at timestamptz not null,
  primary key (criterion_id, person_id)
);

create table invitations (
  id uuid primary key default gen_random_uuid(),
  course_id uuid not null references courses on delete cascade,
  email text not null check (email = lower(email)),
  role text not null check (role in ('student', 'teacher')),
  token_hash bytea not null unique,
  invited_by uuid not null references people,
  at timestamptz not null,
  expires_at timestamptz not null,
  withdrawn_at timestamptz,
  accepted_at timestamptz,
  accepted_by uuid references people,
  check ((accepted_at is null) = (accepted_by is null))
);
create index invitations_by_course on invitations (course_id, at desc);
create index invitations_pending on invitations (email) where accepted_at is null and withdrawn_at is null;

create table join_attempts (
  id bigint generated always as identity primary key,
  person_id uuid not null references people on delete cascade,
  at timestamptz not null
);
create index join_attempts_by_person on join_attempts (person_id, at);

create table mails (
  id uuid primary key default gen_random_uuid(),
  to_address text not null,
  subject text not null,
  body text not null,
  at timestamptz not null,
  sent_at timestamptz,
  problem text
);
create index mails_by_time on mails (at desc, id);

-- The school's calendar: days without lessons, and pauses in which nothing is marked. Both ends included.
create table calendar_days (
  id uuid primary key default gen_random_uuid(),
  kind text not null check (kind in ('holiday', 'marking-pause')),
  title text not null check (length(title) between 1 and 100),
  first_day date not null,
  last_day date not null,
  check (last_day >= first_day)
);
`;

export const down = `
drop table calendar_days, mails, join_attempts, invitations, own_estimates, criterion_marks, criterion_levels, criteria,
  material_views, must_do_ticks, must_do_items, posts, materials, notice_reads, notices;
alter table packets drop column result_seen_at;
alter table deliverables drop column wants;
alter table assignments drop column brief_md, drop column position, drop column weight, drop column pass_by,
  drop column expected_minutes, drop column visible_from, drop column inherits;
alter table units drop column starts_at, drop column hidden, drop column visible_from;
alter table enrolments drop column joined_by;
alter table courses drop column goals_md, drop column policies_md, drop column contacts, drop column rules,
  drop column unit_word, drop column join_phrase, drop column archived_at, drop column usual_wait_seconds;
`;
