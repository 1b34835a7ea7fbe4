/**
 * Who marks: works shared out among several teachers, marked without names, marked by two who agree. What either of two noted is
 * their own until both have.
 */
export const up = `
alter table assignments
  add column nameless boolean not null default false,
  add column second_marker boolean not null default false;
create table marking_shares (
  assignment_id uuid not null references assignments on delete cascade,
  party_id uuid not null references parties on delete cascade,
  person_id uuid not null references people on delete cascade,
  primary key (assignment_id, party_id)
);
create index marking_shares_by_person on marking_shares (person_id);
create table second_marks (
  packet_id uuid not null references packets on delete cascade,
  round_no integer not null,
  person_id uuid not null references people,
  points numeric(8, 2) check (points >= 0),
  remark text not null check (length(remark) <= 20000),
  at timestamptz(3) not null,
  primary key (packet_id, round_no, person_id)
);
`;
export const down = `
drop table second_marks, marking_shares;
alter table assignments drop column nameless, drop column second_marker;
`;
