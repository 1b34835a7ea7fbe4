/**
 * What a client said of an upload as it began it, word for word: it is told so again when it asks (tus 1.0). What of mails like
 * one can be ended by who gets it (RFC 8058), and whom one is for. The bytes of a piece that still say where it was taken.
 */
export const up = `
alter table uploads add column said text not null default '' check (length(said) <= 20000);
alter table mails add column stop jsonb;
alter table pieces add column spot_sha256 text references blobs;
alter table round_pieces add column spot_sha256 text references blobs;
create index pieces_spot on pieces (spot_sha256) where spot_sha256 is not null;
create index round_pieces_spot on round_pieces (spot_sha256) where spot_sha256 is not null;
create table blob_developed (
  sha256 text primary key references blobs on delete cascade,
  picture_sha256 text references blobs
);
create index blob_developed_made on blob_developed (picture_sha256);
create index mails_to on mails (lower(to_address), at);
`;
export const down = `
drop table blob_developed;
drop index mails_to;
alter table round_pieces drop column spot_sha256;
alter table pieces drop column spot_sha256;
alter table mails drop column stop;
alter table uploads drop column said;
`;
