/**
 * Parties that a teacher makes, or that students choose until a moment; who of a party has looked at what lies there; and what one of them got
 * apart from the others.
 */
export const up = `
alter table parties add column name text not null default '';
alter table parties add column assignment_id uuid references assignments on delete cascade;
create index parties_assignment on parties (assignment_id) where assignment_id is not null;
alter table assignments add column party_size integer check (party_size between 1 and 30);
alter table assignments add column party_until timestamptz(3);
create table party_looks (
  packet_id uuid not null references packets on delete cascade,
  person_id uuid not null references people on delete cascade,
  seq integer not null,
  at timestamptz(3) not null,
  primary key (packet_id, person_id)
);
create table member_results (
  packet_id uuid not null references packets on delete cascade,
  person_id uuid not null references people on delete cascade,
  points numeric(8, 2),
  remark text not null default '',
  by_person uuid not null references people,
  at timestamptz(3) not null,
  primary key (packet_id, person_id)
);
`;
export const down = `
drop table member_results;
drop table party_looks;
alter table assignments drop column party_until;
alter table assignments drop column party_size;
alter table parties drop column assignment_id;
alter table parties drop column name;
`;
