/** Receipts of rounds, and the school's keys that signed them. */
export const up = `
create table signing_keys (
  kid text primary key,
  -- The public half (JWK, RFC 7517). Old ones stay, so that what they signed can be verified.
  jwk jsonb not null,
  made_at timestamptz not null
);

create table receipts (
  number text primary key,
  packet_id uuid not null,
  round_no integer not null,
  document jsonb not null,
  -- The same document, signed (compact JWS, RFC 7515).
  jws text not null,
  kid text not null references signing_keys,
  at timestamptz not null,
  unique (packet_id, round_no),
  foreign key (packet_id, round_no) references rounds (packet_id, no) on delete cascade
);
create trigger receipts_frozen before update on receipts for each row execute function refuse_change();
`;

export const down = `drop table receipts, signing_keys;`;
