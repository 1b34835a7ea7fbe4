/**
 * The tables of the foundation.
 *
 * The constraints hold what the code should never do: two standing rounds, a gap in the round numbers, a changed log.
 */
export const up = String.raw`
create table people (
  id uuid primary key default gen_random_uuid(),
  handle text not null check (handle = lower(handle) and length(handle) between 2 and 64),
  name text not null check (length(name) between 1 and 200),
  sort_name text not null,
  email text not null,
  zone text not null,
  password_hash text not null,
  created_at timestamptz not null,
  unique (handle)
);

create table school_roles (
  person_id uuid not null references people on delete cascade,
  role text not null check (role in ('office', 'guardian')),
  primary key (person_id, role)
);

-- Whoever hands work over: one person now, a group later. A party of one has its person's id, so that lists find a
-- person's own packets without a detour.
create table parties (
  id uuid primary key default gen_random_uuid(),
  kind text not null check (kind in ('person', 'group'))
);

create table party_members (
  party_id uuid not null references parties on delete cascade,
  person_id uuid not null references people on delete cascade,
  primary key (party_id, person_id)
);
create index party_members_by_person on party_members (person_id);

create table sessions (
  token_hash bytea primary key,
  person_id uuid not null references people on delete cascade,
  created_at timestamptz not null,
  seen_at timestamptz not null,
  expires_at timestamptz not null,
  agent text not null default ''
);
create index sessions_by_person on sessions (person_id);

create table sign_in_attempts (
  id bigint generated always as identity primary key,
  account text not null,
  address text not null,
  at timestamptz not null,
  succeeded boolean not null default false
);
create index sign_in_attempts_by_account on sign_in_attempts (account, at) where not succeeded;
create index sign_in_attempts_by_address on sign_in_attempts (address, at) where not succeeded;

create table courses (
  id uuid primary key default gen_random_uuid(),
  slug text not null unique,
  title text not null,
  emblem text not null,
  zone text not null,
  created_at timestamptz not null
);

create table enrolments (
  course_id uuid not null references courses on delete cascade,
  person_id uuid not null references people on delete cascade,
  role text not null check (role in ('student', 'teacher')),
  joined_at timestamptz not null,
  left_at timestamptz,
  primary key (course_id, person_id)
);
create index enrolments_by_person on enrolments (person_id) where left_at is null;

create table units (
  id uuid primary key default gen_random_uuid(),
  course_id uuid not null references courses on delete cascade,
  title text not null,
  position integer not null,
  unique (course_id, position)
);

create table assignments (
  id uuid primary key default gen_random_uuid(),
  course_id uuid not null references courses on delete cascade,
  unit_id uuid references units on delete set null,
  title text not null check (length(title) between 1 and 300),
  brief_html text not null default '',
  points numeric(8, 2) check (points > 0),
  opens_at timestamptz,
  due_at timestamptz,
  closes_at timestamptz,
  allowance integer check (allowance > 0),
  take_back boolean not null default true,
  settles text not null default 'result' check (settles in ('result', 'looked-at', 'declared')),
  late_policy jsonb not null default '{"kind":"none"}',
  also_open boolean not null default true,
  follows_drafts boolean not null default false,
  published boolean not null default true,
  created_at timestamptz not null,
  check (closes_at is null or due_at is null or closes_at >= due_at)
);
create index assignments_by_course on assignments (course_id, due_at, id);

create table deliverables (
  id uuid primary key default gen_random_uuid(),
  assignment_id uuid not null references assignments on delete cascade,
  position integer not null,
  title text not null,
  ask text not null default '',
  optional boolean not null default false,
  unique (assignment_id, position)
);

create table blobs (
  sha256 text primary key check (sha256 ~ '^[0-9a-f]{64}$'),
  size bigint not null check (size > 0),
  media_type text not null,
  stored_at timestamptz not null
);

-- The columns after party_id are a projection of custody_events, written in the same transaction.
create table packets (
  id uuid primary key default gen_random_uuid(),
  assignment_id uuid not null references assignments on delete cascade,
  party_id uuid not null references parties on delete cascade,
  last_seq integer not null default 0,
  phase text not null default 'making'
    check (phase in ('making', 'submitted', 'revising', 'taken-back', 'another-round', 'settled')),
  pieces integer not null default 0 check (pieces >= 0),
  standing_round integer,
  settled_by text check (settled_by in ('result', 'looked-at', 'declared')),
  excused boolean not null default false,
  in_person boolean not null default false,
  last_move text check (last_move in ('to-teacher', 'to-student')),
  since_at timestamptz,
  -- The round that stands or settled it, else the latest; and what was returned last.
  round_no integer,
  late_seconds integer,
  given numeric(8, 2),
  kept numeric(5, 4),
  -- Where an extension replaced the assignment's moments, the replacement; otherwise the flags are false.
  due_extended boolean not null default false,
  due_at timestamptz,
  closes_extended boolean not null default false,
  closes_at timestamptz,
  unique (assignment_id, party_id),
  check ((phase in ('submitted', 'revising')) = (standing_round is not null)),
  check ((phase = 'settled') = (settled_by is not null))
);
create index packets_by_party on packets (party_id, assignment_id);
create index packets_with_teacher on packets (assignment_id, since_at)
  where standing_round is not null and not excused and not in_person;

create table custody_events (
  packet_id uuid not null references packets on delete cascade,
  seq integer not null check (seq > 0),
  type text not null,
  at timestamptz not null,
  by_person uuid not null references people,
  data jsonb not null default '{}',
  primary key (packet_id, seq)
);

create table pieces (
  id uuid primary key default gen_random_uuid(),
  packet_id uuid not null references packets on delete cascade,
  deliverable_id uuid references deliverables on delete set null,
  kind text not null default 'file' check (kind in ('file')),
  name text not null check (length(name) between 1 and 255),
  sha256 text not null references blobs,
  added_at timestamptz not null,
  position integer not null
);
create index pieces_by_packet on pieces (packet_id, position);

create table rounds (
  packet_id uuid not null references packets on delete cascade,
  no integer not null check (no > 0),
  -- A round needs the one before it, so that numbers have no gaps.
  previous integer generated always as (nullif(no - 1, 0)) stored,
  state text not null check (state in ('standing', 'superseded', 'taken-back', 'returned', 'settled')),
  submitted_at timestamptz not null,
  submitted_by uuid not null references people,
  due_at timestamptz,
  late_seconds integer not null check (late_seconds >= 0),
  started_days integer not null check (started_days >= 0),
  kept numeric(5, 4) not null check (kept between 0 and 1),
  opened_at timestamptz,
  primary key (packet_id, no),
  foreign key (packet_id, previous) references rounds (packet_id, no)
);
create unique index rounds_one_standing on rounds (packet_id) where state = 'standing';
alter table packets add foreign key (id, standing_round) references rounds (packet_id, no) deferrable initially deferred;

create table round_pieces (
  id uuid primary key default gen_random_uuid(),
  packet_id uuid not null,
  round_no integer not null,
  deliverable_id uuid references deliverables on delete set null,
  kind text not null check (kind in ('file')),
  name text not null,
  sha256 text not null references blobs,
  position integer not null,
  foreign key (packet_id, round_no) references rounds (packet_id, no) on delete cascade
);
create index round_pieces_by_round on round_pieces (packet_id, round_no, position);

create table marks (
  id uuid primary key default gen_random_uuid(),
  packet_id uuid not null references packets on delete cascade,
  -- Null for work that was accepted in person.
  round_no integer,
  points numeric(8, 2) check (points >= 0),
  remark text not null default '' check (length(remark) <= 20000),
  outcome text check (outcome in ('settled', 'another-round')),
  kept numeric(5, 4) not null default 1 check (kept between 0 and 1),
  by_person uuid not null references people,
  changed_at timestamptz not null,
  -- Null while the teacher is still at it: the student sees nothing of it.
  returned_at timestamptz,
  check ((returned_at is null) = (outcome is null)),
  foreign key (packet_id, round_no) references rounds (packet_id, no)
);
create unique index marks_one_draft on marks (packet_id, round_no) where returned_at is null;
create index marks_by_packet on marks (packet_id, returned_at);

-- What a use-case answered to a request's idempotency key, so that a repeated request gets the same answer.
create table answered_requests (
  person_id uuid not null references people on delete cascade,
  key text not null check (length(key) between 8 and 160),
  answer jsonb not null,
  at timestamptz not null,
  primary key (person_id, key)
);

create table audit (
  id bigint generated always as identity primary key,
  at timestamptz not null,
  person_id uuid references people,
  action text not null,
  subject text not null default '',
  data jsonb not null default '{}'
);
create index audit_by_person on audit (person_id, at);

create table settings (
  key text primary key,
  value jsonb not null
);

create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception 'Rows of % are never changed', tg_table_name using errcode = 'restrict_violation';
end $$;
create trigger custody_events_append_only before update on custody_events for each row execute function refuse_change();
create trigger round_pieces_frozen before update on round_pieces for each row execute function refuse_change();
create trigger blobs_written_once before update of sha256, size on blobs for each row execute function refuse_change();
create trigger audit_append_only before update or delete on audit for each row execute function refuse_change();
`;

export const down = `
drop table settings, audit, answered_requests, marks, round_pieces, rounds, pieces, custody_events, packets, blobs,
  deliverables, assignments, units, enrolments, courses, sign_in_attempts, sessions, party_members, parties,
  school_roles, people cascade;
drop function refuse_change;
`;
