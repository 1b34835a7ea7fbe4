/**
 * Questions that are answered in their place. What is right stands beside them and never leaves the server before the work is
 * returned. Answers are kept one by one as they are given; a round keeps them with what was asked then and what a machine counted.
 */
export const up = `
create table question_sets (
  deliverable_id uuid primary key references deliverables on delete cascade,
  version integer not null check (version > 0),
  questions jsonb not null,
  minutes integer check (minutes > 0),
  one_by_one boolean not null default false,
  changed_at timestamptz(3) not null,
  changed_by uuid not null references people
);
create table answer_drafts (
  piece_id uuid primary key references pieces on delete cascade,
  answers jsonb not null default '{}',
  -- From here a limit of time runs, by this server's clock.
  begun_at timestamptz(3) not null,
  at timestamptz(3),
  flushed boolean not null default true
);
create table round_counts (
  round_piece_id uuid primary key references round_pieces on delete cascade,
  counted jsonb not null,
  -- By question, so that they can be gone on with where the piece was put back.
  answers jsonb not null,
  begun_at timestamptz(3) not null
);
`;
export const down = `
drop table round_counts, answer_drafts, question_sets;
update pieces set kind = 'file' where kind = 'answers';
update round_pieces set kind = 'file' where kind = 'answers';
update shelf_files set came = 'upload' where came = 'answered';
`;
