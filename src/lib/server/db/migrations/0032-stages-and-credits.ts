/**
 * Two more ways of judging: stages that work passes with several offices, and credits granted for each activity. Where a packet is on
 * its track is kept beside it in the names of the track, so that lists need not read that.
 */
export const up = `
create table offices (
  id uuid primary key default gen_random_uuid(),
  name text not null unique check (length(name) between 1 and 80)
);
create table office_people (
  office_id uuid not null references offices on delete cascade,
  person_id uuid not null references people on delete cascade,
  primary key (office_id, person_id)
);
create index office_people_by_person on office_people (person_id);
alter table assignments
  add column stages jsonb not null default '[]',
  add column credit_target numeric(8, 2) check (credit_target > 0),
  add column credit_unit text not null default 'hours';
create index assignments_staged on assignments (id) where settles = 'stages';
alter table packets
  add column stage_id text,
  add column stage_place jsonb,
  -- Who has it, where that is not the course's teachers.
  add column office_id uuid references offices on delete set null;
create index packets_with_office on packets (office_id) where office_id is not null;
create table credits (
  packet_id uuid not null references packets on delete cascade,
  activity text not null check (length(activity) between 1 and 80),
  title text not null,
  claimed numeric(8, 2) not null check (claimed >= 0),
  state text not null check (state in ('granted', 'partly', 'questioned', 'refused')),
  granted numeric(8, 2) not null check (granted >= 0),
  reason text not null check (length(reason) <= 500),
  by_person uuid not null references people,
  at timestamptz(3) not null,
  primary key (packet_id, activity)
);
`;
export const down = `
drop table credits;
alter table packets drop column stage_id, drop column stage_place, drop column office_id;
drop index assignments_staged;
alter table assignments drop column stages, drop column credit_target, drop column credit_unit;
drop table office_people, offices;
`;
