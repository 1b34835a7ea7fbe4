/** Whoever hands work over may be several people. */
export const up = `
-- Which packets are a person's: their own, and those of every party that they belong to.
create view packets_of_people as
  select m.person_id, p.assignment_id, p.id as packet_id, p.party_id
  from packets p join party_members m on m.party_id = p.party_id;

-- Nobody has two packets on one assignment.
create function one_packet_each() returns trigger language plpgsql as $$
begin
  if exists (
    select 1 from party_members m join packets_of_people o on o.person_id = m.person_id
    where m.party_id = new.party_id and o.assignment_id = new.assignment_id and o.party_id <> new.party_id
  ) then
    raise unique_violation using message = 'somebody of this party has a packet on this assignment already';
  end if;
  return new;
end $$;
create trigger packets_one_each before insert on packets for each row execute function one_packet_each();
create function one_packet_each_member() returns trigger language plpgsql as $$
begin
  if exists (
    select 1 from packets p join packets_of_people o on o.assignment_id = p.assignment_id
    where p.party_id = new.party_id and o.person_id = new.person_id and o.party_id <> new.party_id
  ) then
    raise unique_violation using message = 'this person has a packet on an assignment of this party already';
  end if;
  return new;
end $$;
create trigger party_members_one_each before insert on party_members
  for each row execute function one_packet_each_member();

-- Each member of a party sees for themselves what came back.
create table results_seen (
  packet_id uuid not null references packets on delete cascade,
  person_id uuid not null references people on delete cascade,
  at timestamptz not null,
  primary key (packet_id, person_id)
);
insert into results_seen (packet_id, person_id, at)
  select p.id, m.person_id, p.result_seen_at from packets p join party_members m on m.party_id = p.party_id
  where p.result_seen_at is not null;
alter table packets drop column result_seen_at;
`;

export const down = `
alter table packets add column result_seen_at timestamptz;
update packets p set result_seen_at = (select max(s.at) from results_seen s where s.packet_id = p.id);
drop table results_seen;
drop trigger party_members_one_each on party_members;
drop function one_packet_each_member;
drop trigger packets_one_each on packets;
drop function one_packet_each;
drop view packets_of_people;
`;
