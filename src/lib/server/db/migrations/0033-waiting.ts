/**
 * What passes between the two sides while a round waits: how far the slower returns of a course lie beyond its usual one, one kind
 * reminder for each round and what is said to it, a time to meet; and which teachers have a work open.
 */
export const up = `
alter table courses add column usual_wait_spread_seconds integer;
create table wait_reminders (
  packet_id uuid not null references packets on delete cascade,
  round_no integer not null,
  by_person uuid not null references people,
  at timestamptz(3) not null,
  until timestamptz(3),
  answer text not null default '' check (length(answer) <= 500),
  answered_by uuid references people,
  answered_at timestamptz(3),
  primary key (packet_id, round_no)
);
create table meetings (
  id uuid primary key default gen_random_uuid(),
  packet_id uuid not null references packets on delete cascade,
  round_no integer not null,
  offered timestamptz(3)[] not null check (cardinality(offered) between 1 and 5),
  place text not null check (length(place) <= 200),
  words text not null check (length(words) <= 2000),
  by_person uuid not null references people,
  at timestamptz(3) not null,
  accepted timestamptz(3),
  said text not null default '' check (length(said) <= 500),
  answered_at timestamptz(3)
);
create index meetings_by_packet on meetings (packet_id, at desc);
create table marking_presence (
  packet_id uuid not null references packets on delete cascade,
  person_id uuid not null references people on delete cascade,
  seen_at timestamptz(3) not null,
  primary key (packet_id, person_id)
);
`;
export const down = `
drop table marking_presence, meetings, wait_reminders;
alter table courses drop column usual_wait_spread_seconds;
`;
