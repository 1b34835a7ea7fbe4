/**
 * What is written on a page merges, whoever writes it and in whatever order it comes: each writing is kept as it came, beside the
 * page as a whole. From the single ones the page of any earlier time is made. Pictures lie beside the page that shows them: while
 * it is written, and beside the bytes that were made of it.
 */
export const up = `
alter table page_drafts
  -- What was written in the form of before, until the page is next written on.
  alter column text drop not null,
  drop column version,
  -- What the page began with: the hash of its bytes. Whoever writes says it, so that nothing is merged into another text.
  add column began text not null default '',
  -- The page as a whole up to a writing; all since then is among the updates.
  add column state bytea,
  add column whole_to integer not null default 0,
  add column seq integer not null default 0,
  -- Bytes of the single writings.
  add column weight integer not null default 0,
  -- Each window that writes has a number of its own: whose it is.
  add column writers jsonb not null default '{}';
create table page_updates (
  piece_id uuid not null references page_drafts on delete cascade,
  seq integer not null,
  at timestamptz(3) not null,
  by uuid not null references people,
  written bytea not null check (length(written) <= 1600000),
  primary key (piece_id, seq)
);
create table page_pictures (
  piece_id uuid not null references pieces on delete cascade,
  sha256 text not null references blobs,
  primary key (piece_id, sha256)
);
create index page_pictures_blob on page_pictures (sha256);
create table blob_pictures (
  sha256 text not null references blobs on delete cascade,
  picture_sha256 text not null references blobs,
  primary key (sha256, picture_sha256)
);
create index blob_pictures_picture on blob_pictures (picture_sha256);
-- A page in the forms in which it travels, made once for its bytes, its name and how it is set.
create table blob_forms (
  sha256 text not null references blobs on delete cascade,
  form text not null check (form in ('pdf', 'html', 'docx')),
  how text not null,
  made_sha256 text not null references blobs,
  primary key (sha256, form, how)
);
create index blob_forms_made on blob_forms (made_sha256);
-- As which name and set a page was printed; null where its bytes have changed since.
alter table pieces add column printed text;
alter table round_pieces add column printed text;
`;

export const down = `
alter table round_pieces drop column printed;
alter table pieces drop column printed;
drop table blob_forms, blob_pictures, page_pictures, page_updates;
delete from page_drafts where text is null;
alter table page_drafts drop column began, drop column state, drop column whole_to, drop column seq, drop column weight, drop column writers,
  alter column text set not null, add column version integer not null default 1;
`;
