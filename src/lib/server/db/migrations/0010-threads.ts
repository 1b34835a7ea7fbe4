/** What is said: rich text, files beside it, what it points at, changing it, and who has heard it. */
export const up = `
alter table posts
  -- Cleaned rich text; what was said before there was any is shown from its body.
  add column body_html text,
  -- { kind, id, name }: a deliverable, a piece, a round or a row of the rubric.
  add column about jsonb,
  add column edited_at timestamptz,
  -- The conversation that it belongs to.
  add column place text generated always as (
    coalesce('assignment ' || assignment_id::text, 'notice ' || notice_id::text, 'course ' || course_id::text)
    || coalesce(' aside ' || party_id::text, ' floor')) stored;
create index posts_by_place on posts (place, no);
create index posts_aside on posts (course_id, party_id, no) where party_id is not null;

create table post_files (
  id uuid primary key default gen_random_uuid(),
  post_id uuid not null references posts on delete cascade,
  name text not null check (length(name) between 1 and 255),
  sha256 text not null references blobs,
  position integer not null
);
create index post_files_by_post on post_files (post_id, position);

-- How far each person has heard a conversation.
create table heard (
  person_id uuid not null references people on delete cascade,
  place text not null,
  no bigint not null,
  at timestamptz not null,
  primary key (person_id, place)
);
create index heard_by_place on heard (place, no);
`;

export const down = `
drop table heard, post_files;
alter table posts drop column place, drop column body_html, drop column about, drop column edited_at;
`;
