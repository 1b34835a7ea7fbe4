/**
 * Portfolios: what their owner has now in pages, what was published as it was, the files that either shows, and links that open it for whoever
 * has them. A piece and a link remember which portfolio they are of.
 */
export const up = `
create table portfolios (
  id uuid primary key default gen_random_uuid(),
  owner_id uuid not null references people on delete cascade,
  title text not null,
  about text not null default '',
  for_teachers boolean not null default false,
  for_school boolean not null default false,
  for_courses uuid[] not null default '{}',
  published integer,
  made_at timestamptz(3) not null,
  changed_at timestamptz(3) not null
);
create index portfolios_owner on portfolios (owner_id);
create index portfolios_school on portfolios (for_school) where for_school;
create table portfolio_pages (
  id uuid primary key default gen_random_uuid(),
  portfolio_id uuid not null references portfolios on delete cascade,
  position integer not null,
  title text not null,
  blocks jsonb not null default '[]',
  removed jsonb,
  changed_at timestamptz(3) not null
);
create index portfolio_pages_portfolio on portfolio_pages (portfolio_id, position);
create table portfolio_files (
  id uuid primary key default gen_random_uuid(),
  portfolio_id uuid not null references portfolios on delete cascade,
  name text not null,
  sha256 text not null references blobs,
  original_sha256 text not null references blobs,
  picture boolean not null,
  brought_at timestamptz(3) not null
);
create index portfolio_files_portfolio on portfolio_files (portfolio_id);
create index portfolio_files_bytes on portfolio_files (sha256);
create index portfolio_files_originals on portfolio_files (original_sha256);
create table portfolio_publications (
  portfolio_id uuid not null references portfolios on delete cascade,
  no integer not null,
  at timestamptz(3) not null,
  body jsonb not null,
  files uuid[] not null,
  primary key (portfolio_id, no)
);
create table portfolio_links (
  id uuid primary key default gen_random_uuid(),
  portfolio_id uuid not null references portfolios on delete cascade,
  token text not null unique,
  named boolean not null default false,
  label text not null default '',
  ends_at timestamptz(3),
  password_hash text,
  revoked_at timestamptz(3),
  made_at timestamptz(3) not null,
  tries integer not null default 0,
  tries_since timestamptz(3)
);
create index portfolio_links_portfolio on portfolio_links (portfolio_id);
alter table pieces add column portfolio_id uuid references portfolios on delete set null;
alter table pieces add column portfolio_page uuid;
create index pieces_portfolio on pieces (portfolio_id) where portfolio_id is not null;
`;
export const down = `
alter table pieces drop column portfolio_page;
alter table pieces drop column portfolio_id;
drop table portfolio_links, portfolio_publications, portfolio_files, portfolio_pages, portfolios;
`;
