/**
 * Recordings are sent while they are made: such an upload is nobody's file until it was put together. A word can come with
 * any upload, and what a browser noted of what it made comes when all of it is here. Captions are bytes with a hash wherever they are kept, so that rounds, receipts and bags hold them like all else;
 * their words stay beside the piece, to be found by.
 */
export const up = `
alter table uploads add column raw boolean not null default false, add column note text not null default '', drop column made;
alter table pieces add column captions_sha256 text references blobs;
alter table round_pieces add column captions_sha256 text references blobs;
`;

export const down = `
alter table round_pieces drop column captions_sha256;
alter table pieces drop column captions_sha256;
delete from uploads where raw;
alter table uploads drop column note, drop column raw, add column made jsonb;
`;
