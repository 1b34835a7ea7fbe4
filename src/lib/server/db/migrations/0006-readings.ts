/** What documents say: their text, and the addresses that they link to. Read once for each blob. */
export const up = `
create table blob_readings (
  sha256 text primary key references blobs on delete cascade,
  text text not null,
  words integer not null,
  -- Of the text with every stretch of space as one; null where there is too little of it to be told from another.
  text_sha256 text,
  pages integer,
  links text[] not null default '{}'
);
create index blob_readings_by_text on blob_readings (text_sha256) where text_sha256 is not null;
`;

export const down = `drop table blob_readings;`;
