/** Remarks on submitted pieces. They stand with their round and are seen when it is returned, all at once. */
export const up = `
create table remarks (
  id uuid primary key default gen_random_uuid(),
  packet_id uuid not null references packets on delete cascade,
  round_no integer not null,
  round_piece_id uuid not null references round_pieces on delete cascade,
  -- What of the piece it speaks of.
  anchor jsonb not null,
  body text not null check (length(body) between 1 and 4000),
  by_person uuid not null references people,
  at timestamptz(3) not null,
  -- Null while the round is not returned: the student sees nothing of it.
  returned_at timestamptz(3),
  -- When the student said that it is dealt with.
  dealt_at timestamptz(3)
);
create index remarks_by_packet on remarks (packet_id, round_no);
create index remarks_by_piece on remarks (round_piece_id);
`;
export const down = `drop table remarks;`;
