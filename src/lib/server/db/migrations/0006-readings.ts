/** What documents say: their text, and the addresses that they link to. Read once for each blob. */
export const up = `
create table blob_readings (
  sha256 text primary key references blobs on delete cascade,
  -- Raised when reading learns more: what an older one read is then read again.
  by integer not null,
  text text not null,
  pages integer,
  links text[] not null default '{}'
);
`;

export const down = `drop table blob_readings;`;
