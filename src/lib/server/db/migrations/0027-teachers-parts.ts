/**
 * What a teacher fills in on a page at the marking desk. It is kept beside the round, whose bytes nothing changes; when the round is
 * returned, the page with it becomes bytes of its own.
 */
export const up = `
create table filled_parts (
  round_piece_id uuid primary key references round_pieces on delete cascade,
  version integer not null check (version > 0),
  -- By the name of the part, in Markdown.
  parts jsonb not null,
  changed_at timestamptz(3) not null,
  changed_by uuid not null references people
);
alter table round_pieces add column returned_sha256 text references blobs;
create index round_pieces_returned on round_pieces (returned_sha256) where returned_sha256 is not null;
`;
export const down = `
alter table round_pieces drop column returned_sha256;
drop table filled_parts;
`;
