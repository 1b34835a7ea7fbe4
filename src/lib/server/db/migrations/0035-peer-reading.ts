/** Works that students are given to read of each other, what they say of them, and when their writers see it. */
export const up = `
alter table assignments add column peers jsonb;
create table peer_readings (
  id uuid primary key default gen_random_uuid(),
  packet_id uuid not null references packets on delete cascade,
  round_no integer not null,
  reader_id uuid not null references people on delete cascade,
  nameless boolean not null,
  handed_at timestamptz(3) not null,
  words text not null default '' check (length(words) <= 8000),
  levels uuid[] not null default '{}',
  done_at timestamptz(3),
  shown_at timestamptz(3),
  unique (packet_id, reader_id)
);
create index peer_readings_by_reader on peer_readings (reader_id);
alter table remarks add column reading_id uuid references peer_readings on delete cascade;
`;
export const down = `
delete from remarks where reading_id is not null;
alter table remarks drop column reading_id;
drop table peer_readings;
alter table assignments drop column peers;
`;
