/**
 * Changing one's mind: seals, notes that travel with a round, which round counts, asking for a round back, what stands
 * again by itself, and saying that something was handed over in person.
 */
export const up = `
alter table assignments
  add column counts text not null default 'latest' check (counts in ('latest', 'best', 'nominated')),
  add column stands_again boolean not null default false,
  add column follow_minutes integer not null default 30 check (follow_minutes between 0 and 1440),
  -- Names of the checks that stop a submit here; the others only warn.
  add column strict text[] not null default '{}';

-- All of these project the log.
alter table packets
  add column seal_until timestamptz,
  add column ran_out_at timestamptz,
  add column comes_back integer,
  add column nominated integer,
  add column claimed_at timestamptz,
  add column asked_back_at timestamptz;
create index packets_sealed on packets (seal_until) where seal_until is not null;
create index packets_coming_back on packets (assignment_id) where comes_back is not null;
create index packets_claimed on packets (assignment_id) where claimed_at is not null;

-- What was sealed: every piece that the round will hold, with its hash, and which of them were still under way.
create table seals (
  id uuid primary key default gen_random_uuid(),
  packet_id uuid not null references packets on delete cascade,
  at timestamptz not null,
  note text not null default '' check (length(note) <= 2000),
  -- [{ name, size, sha256, deliverableId }]
  coming jsonb not null,
  -- How it ended; null while its bytes may still arrive.
  ended text check (ended in ('complete', 'broken', 'ran-out', 'dropped'))
);
create unique index seals_one_open on seals (packet_id) where ended is null;

alter table rounds
  add column note text not null default '' check (length(note) <= 2000),
  -- When its last byte had arrived, for a round that counts from its seal.
  add column arrived_at timestamptz;

-- What was said about a piece of work once, so that nobody hears it twice.
create table reminders (
  packet_id uuid not null references packets on delete cascade,
  kind text not null,
  -- The moment that it speaks of: another due moment is another reminder.
  about timestamptz not null,
  at timestamptz not null,
  primary key (packet_id, kind, about)
);
`;

export const down = `
drop table reminders, seals;
alter table rounds drop column note, drop column arrived_at;
alter table packets drop column seal_until, drop column ran_out_at, drop column comes_back, drop column nominated,
  drop column claimed_at, drop column asked_back_at;
alter table assignments drop column counts, drop column stands_again, drop column follow_minutes, drop column strict;
`;
