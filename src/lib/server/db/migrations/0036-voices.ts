/** What a teacher says aloud beside a remark. One that no remark came to refer to goes with the next of its maker. */
export const up = `
create table remark_voices (
  id uuid primary key default gen_random_uuid(),
  packet_id uuid not null references packets on delete cascade,
  by_person uuid not null references people,
  sha256 text not null references blobs,
  seconds numeric(7, 1) not null check (seconds >= 0),
  at timestamptz(3) not null
);
create index remark_voices_by_blob on remark_voices (sha256);
create index remark_voices_by_person on remark_voices (packet_id, by_person);
alter table remarks add column voice_id uuid unique references remark_voices on delete set null;
`;
export const down = `
alter table remarks drop column voice_id;
drop table remark_voices;
`;
