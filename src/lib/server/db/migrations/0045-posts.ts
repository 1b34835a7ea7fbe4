/**
 * Posts that answer others, stand first, or were taken down; floors that are closed, or that show what others said only to whoever has
 * said something; and floors of courses on which students begin.
 */
export const up = `
alter table posts add column answers_to uuid references posts on delete set null;
alter table posts add column pinned_at timestamptz(3);
alter table posts add column taken_down_at timestamptz(3);
alter table posts add column taken_down_by uuid references people;
alter table posts add column taken_down_why text check (length(taken_down_why) <= 500);
create index posts_answers on posts (answers_to) where answers_to is not null;
create index posts_by_author on posts (assignment_id, by_person) where party_id is null;
alter table assignments add column floor_hides boolean not null default false;
alter table assignments add column floor_closed_at timestamptz(3);
alter table courses add column students_begin boolean not null default false;
`;
export const down = `
alter table courses drop column students_begin;
alter table assignments drop column floor_closed_at;
alter table assignments drop column floor_hides;
drop index posts_by_author, posts_answers;
alter table posts drop column taken_down_why;
alter table posts drop column taken_down_by;
alter table posts drop column taken_down_at;
alter table posts drop column pinned_at;
alter table posts drop column answers_to;
`;
