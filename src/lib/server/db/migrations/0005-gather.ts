/**
 * Gathering: the Shelf with its versions, uploads on their way, links with what they showed, an outside store.
 *
 * A piece is a file or a link now. What a round holds of a link is the look that was taken of it, which never changes.
 */
export const up = String.raw`
-- Folders of one's own, and those that Vendro files by: one for a course, one for an assignment within it.
create table shelf_folders (
  id uuid primary key default gen_random_uuid(),
  owner_id uuid not null references people on delete cascade,
  parent_id uuid references shelf_folders on delete cascade,
  name text not null check (length(name) between 1 and 300),
  course_id uuid references courses on delete set null,
  assignment_id uuid references assignments on delete set null,
  pinned boolean not null default false,
  created_at timestamptz not null
);
create unique index shelf_folders_by_course on shelf_folders (owner_id, course_id) where assignment_id is null;
create unique index shelf_folders_by_assignment on shelf_folders (owner_id, assignment_id);

create table shelf_files (
  id uuid primary key default gen_random_uuid(),
  owner_id uuid not null references people on delete cascade,
  folder_id uuid references shelf_folders on delete set null,
  name text not null check (length(name) between 1 and 255),
  came text not null check (came in ('upload', 'store', 'combined', 'copy')),
  version integer not null default 1 check (version > 0),
  sha256 text not null references blobs,
  added_at timestamptz not null,
  changed_at timestamptz not null,
  binned_at timestamptz
);
create index shelf_files_newest on shelf_files (owner_id, changed_at desc, id desc) where binned_at is null;
create index shelf_files_in_folder on shelf_files (folder_id, changed_at desc, id desc) where binned_at is null;
create index shelf_files_binned on shelf_files (owner_id, binned_at desc, id desc) where binned_at is not null;

create table shelf_versions (
  file_id uuid not null references shelf_files on delete cascade,
  no integer not null check (no > 0),
  sha256 text not null references blobs,
  at timestamptz not null,
  primary key (file_id, no)
);
create index shelf_versions_by_blob on shelf_versions (sha256);

create table uploads (
  id text primary key check (id ~ '^[0-9a-f]{32}$'),
  owner_id uuid not null references people on delete cascade,
  -- Where it is bound for: a place in the owner's packet (no deliverable is the "also" place), the next version of a
  -- file of theirs, a folder; or the Shelf alone.
  assignment_id uuid references assignments on delete cascade,
  deliverable_id uuid references deliverables on delete cascade,
  replaces_id uuid references shelf_files on delete cascade,
  folder_id uuid references shelf_folders on delete set null,
  -- Pieces that leave the packet in the same moment: what was combined or made smaller.
  instead_of uuid[] not null default '{}',
  came text not null default 'upload' check (came in ('upload', 'combined')),
  name text not null check (length(name) between 1 and 255),
  size bigint not null check (size > 0),
  -- What the server hashed of what arrived; null while bytes are under way or after they came in several stretches.
  received_sha256 text check (received_sha256 ~ '^[0-9a-f]{64}$'),
  began_at timestamptz not null,
  -- What became of it once it was finished, so that asking again gets the same answer.
  answer jsonb
);
create index uploads_by_owner on uploads (owner_id, began_at);

-- What a look into the bytes tells, made once for each blob. "by" is the version of the looking.
create table blob_facts (
  sha256 text primary key references blobs on delete cascade,
  by integer not null,
  facts jsonb not null
);

-- PDFs that were made of office files, so that they can be shown.
create table blob_pdfs (
  sha256 text primary key references blobs on delete cascade,
  state text not null check (state in ('making', 'made', 'failed')),
  pdf_sha256 text references blobs,
  asked_at timestamptz not null
);

create table link_looks (
  id uuid primary key default gen_random_uuid(),
  url text not null check (length(url) <= 2000),
  looked_at timestamptz not null,
  verdict text not null,
  -- True where the page refuses to be shown inside another one.
  own_tab boolean not null default false,
  final_url text,
  status integer,
  media_type text,
  title text not null default '',
  excerpt text not null default '',
  body_text text not null default '',
  text_sha256 text,
  picture_sha256 text references blobs
);
create index link_looks_by_url on link_looks (url, looked_at desc);
create trigger link_looks_frozen before update on link_looks for each row execute function refuse_change();

alter table pieces drop constraint pieces_kind_check, alter column sha256 drop not null,
  add column url text, add column look_id uuid references link_looks,
  -- The student saw that a stranger does not meet the work there, and kept the link.
  add column knowingly boolean not null default false,
  add column shelf_file_id uuid references shelf_files on delete set null,
  add column shelf_version integer,
  add constraint pieces_kind_check check (
    (kind = 'file' and sha256 is not null and url is null) or (kind = 'link' and url is not null and sha256 is null));
create index pieces_by_shelf_file on pieces (shelf_file_id) where shelf_file_id is not null;
create index pieces_by_blob on pieces (sha256);

alter table round_pieces drop constraint round_pieces_kind_check, alter column sha256 drop not null,
  add column url text, add column look_id uuid references link_looks, add column knowingly boolean not null default false,
  add constraint round_pieces_kind_check check (
    (kind = 'file' and sha256 is not null and url is null) or (kind = 'link' and url is not null and sha256 is null));
create index round_pieces_by_blob on round_pieces (sha256);
create index round_pieces_by_url on round_pieces (url) where url is not null;

-- The site on which a student publishes their own work.
create table own_sites (
  person_id uuid primary key references people on delete cascade,
  url text not null check (length(url) <= 500)
);

create table outside_stores (
  person_id uuid primary key references people on delete cascade,
  url text not null check (length(url) <= 500),
  username text not null check (length(username) <= 200),
  -- The password under AES-256-GCM: nonce, tag, text.
  secret bytea not null,
  connected_at timestamptz not null
);
`;

export const down = `
drop table outside_stores, own_sites, blob_pdfs, blob_facts, uploads;
delete from round_pieces where kind = 'link';
delete from pieces where kind = 'link';
alter table round_pieces drop constraint round_pieces_kind_check, drop column url, drop column look_id,
  drop column knowingly, alter column sha256 set not null,
  add constraint round_pieces_kind_check check (kind in ('file'));
drop index round_pieces_by_blob;
alter table pieces drop constraint pieces_kind_check, drop column url, drop column look_id, drop column knowingly,
  drop column shelf_file_id, drop column shelf_version, alter column sha256 set not null,
  add constraint pieces_kind_check check (kind in ('file'));
drop index pieces_by_blob;
drop table link_looks, shelf_versions, shelf_files, shelf_folders;
`;
