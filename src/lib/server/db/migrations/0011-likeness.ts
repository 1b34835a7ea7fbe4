/** How much of a file is what was handed out, and what of that has no answer; computed once for each pair. */
export const up = `
create table blob_likeness (
  sha256 text not null references blobs on delete cascade,
  handout_sha256 text not null references blobs on delete cascade,
  -- How much of the file is the handout, and how much of the handout is in the file; 0 to 1.
  share real not null,
  kept real not null,
  unanswered text[] not null default '{}',
  primary key (sha256, handout_sha256)
);
`;

export const down = `drop table blob_likeness;`;
