/** What keeps a school going: damaged bytes are known, space is promised before it is taken, mails are tried again. */
export const up = `
-- When these bytes were last held against their hash.
alter table blobs add column checked_at timestamptz;
create index blobs_by_check on blobs (checked_at nulls first);

create table blob_troubles (
  sha256 text primary key references blobs on delete cascade,
  what text not null check (what in ('missing', 'cut', 'altered')),
  found_at timestamptz not null
);

-- Room on a Shelf for files that are just coming in by a form or from a store. Uploads promise their own size.
create table shelf_promises (
  id uuid primary key default gen_random_uuid(),
  owner_id uuid not null references people on delete cascade,
  bytes bigint not null check (bytes >= 0),
  until timestamptz not null
);
create index shelf_promises_by_owner on shelf_promises (owner_id);
create index uploads_by_age on uploads (began_at);

-- A mail is tried until a server takes it, for two days.
alter table mails add column tries integer not null default 0,
  add column next_at timestamptz,
  add column failed_at timestamptz,
  add column invitation_id uuid references invitations on delete set null;
update mails set failed_at = at where problem is not null and sent_at is null;
create index mails_due on mails (next_at) where next_at is not null;
create index mails_failed on mails (failed_at desc) where failed_at is not null;
create index mails_by_invitation on mails (invitation_id) where invitation_id is not null;

-- A device on which somebody has signed in before: wrong tries from elsewhere do not lock it out.
create table known_devices (
  token_hash bytea primary key,
  person_id uuid not null references people on delete cascade,
  at timestamptz not null
);
create index known_devices_by_person on known_devices (person_id);
alter table sign_in_attempts add column device bytea;

-- What another school system calls them.
alter table people add column sourced_id text unique;
alter table courses add column sourced_id text unique;
create index people_by_sort_name on people (sort_name, id);

-- By which somebody chooses a password: mailed to them, or handed over by the office. Each works once.
create table password_links (
  token_hash bytea primary key,
  person_id uuid not null references people on delete cascade,
  asked_by uuid references people on delete set null,
  at timestamptz not null,
  expires_at timestamptz not null,
  used_at timestamptz
);
create index password_links_by_person on password_links (person_id, at desc);

-- Files of another school system, read and not yet taken in.
create table roster_drafts (
  id uuid primary key default gen_random_uuid(),
  owner_id uuid not null references people on delete cascade,
  files jsonb not null,
  at timestamptz not null
);

-- Written at each look at the server's health: whether PostgreSQL can write is known by writing.
create table heartbeats (
  one boolean primary key default true check (one),
  at timestamptz not null
);
`;

export const down = `
alter table sign_in_attempts drop column device;
drop table roster_drafts, password_links;
alter table courses drop column sourced_id;
alter table people drop column sourced_id;
drop index people_by_sort_name;
drop table known_devices, heartbeats, shelf_promises, blob_troubles;
drop index uploads_by_age;
alter table mails drop column invitation_id, drop column failed_at, drop column next_at, drop column tries;
alter table blobs drop column checked_at;
`;
