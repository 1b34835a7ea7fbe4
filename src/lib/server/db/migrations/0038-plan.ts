/** When somebody can work and what they said of it, the sittings that they keep, what takes them elsewhere, and what goes into their calendar. */
export const up = `
create table plan_settings (
  person_id uuid primary key references people on delete cascade,
  hours jsonb not null,
  sitting jsonb not null
);

create table plan_wishes (
  person_id uuid not null references people on delete cascade,
  assignment_id uuid not null references assignments on delete cascade,
  minutes integer check (minutes between 1 and 60000),
  target_at timestamptz(3),
  primary key (person_id, assignment_id)
);
create index plan_wishes_by_assignment on plan_wishes (assignment_id);

-- A sitting that somebody put where it is, or held. What the planner places is not kept: it is the same whenever it is made.
create table plan_sittings (
  id uuid primary key default gen_random_uuid(),
  person_id uuid not null references people on delete cascade,
  assignment_id uuid not null references assignments on delete cascade,
  no integer not null check (no > 0),
  starts_at timestamptz(3) not null,
  -- Null while it is running.
  ends_at timestamptz(3),
  state text not null check (state in ('pinned', 'running', 'held')),
  check (ends_at is not null or state = 'running'),
  check (ends_at is null or ends_at >= starts_at)
);
create index plan_sittings_by_person on plan_sittings (person_id, starts_at);
create unique index plan_sittings_one_running on plan_sittings (person_id) where state = 'running';

create table busy_calendars (
  id uuid primary key default gen_random_uuid(),
  person_id uuid not null references people on delete cascade,
  title text not null check (length(title) between 1 and 200),
  -- Where it is looked at again; null for one that was brought as a file.
  address text check (length(address) <= 2000),
  contents text not null,
  looked_at timestamptz(3) not null,
  -- What went wrong when it was last looked at; null where nothing did.
  problem text
);
create index busy_calendars_by_person on busy_calendars (person_id);
create index busy_calendars_to_look_at on busy_calendars (looked_at);

create table busy_times (
  calendar_id uuid not null references busy_calendars on delete cascade,
  title text not null,
  starts_at timestamptz(3) not null,
  ends_at timestamptz(3) not null
);
create index busy_times_by_calendar on busy_times (calendar_id, starts_at);

create table calendar_feeds (
  person_id uuid primary key references people on delete cascade,
  token_hash bytea not null unique,
  made_at timestamptz(3) not null
);

-- What was last said of each event of a feed: a change counts its sequence on.
create table feed_events (
  person_id uuid not null references people on delete cascade,
  uid text not null,
  digest text not null,
  sequence integer not null,
  changed_at timestamptz(3) not null,
  text text not null,
  primary key (person_id, uid)
);
`;
export const down = `
drop table feed_events;
drop table calendar_feeds;
drop table busy_times;
drop table busy_calendars;
drop table plan_sittings;
drop table plan_wishes;
drop table plan_settings;
`;
