/**
 * Pages are written in their place. A page is a piece like any other that is bytes; what was typed since those bytes were made
 * lies beside it, so that not every word makes a file.
 */
export const up = `
create table page_drafts (
  piece_id uuid primary key references pieces on delete cascade,
  text text not null check (length(text) <= 300000),
  -- Counts what was kept: whoever writes says which one they have before them.
  version integer not null check (version > 0),
  at timestamptz(3) not null,
  -- The piece's bytes say the same.
  flushed boolean not null default false
);
-- Whoever took every kind of piece takes this one too.
update courses set rules = jsonb_set(rules, '{kinds}', rules->'kinds' || '["page"]')
  where rules->'kinds' @> '["file", "link", "scan", "recording"]' and not rules->'kinds' @> '["page"]';
update deliverables set wants = jsonb_set(wants, '{kinds}', wants->'kinds' || '["page"]')
  where wants->'kinds' @> '["file", "link", "scan", "recording"]' and not wants->'kinds' @> '["page"]';
`;

export const down = `
drop table page_drafts;
update pieces set kind = 'file' where kind = 'page';
update round_pieces set kind = 'file' where kind = 'page';
update shelf_files set came = 'upload' where came = 'written';
`;
