/**
 * Parts of a page that belong to one of those who write it, how a place wants its pages divided, and what the school says of a part that
 * is finished while the whole goes on.
 */
export const up = `
create table page_parts (
  piece_id uuid not null references pieces on delete cascade,
  id text not null,
  title text not null,
  person_id uuid references people,
  position integer not null,
  finished_at timestamptz(3),
  receipt text references receipts (number),
  primary key (piece_id, id)
);
create table place_parts (
  deliverable_id uuid primary key references deliverables on delete cascade,
  how text not null check (how in ('each', 'take')),
  titles text[] not null
);
alter table receipts alter column round_no drop not null;
alter table receipts add column part_sha256 text references blobs;
alter table receipts add foreign key (packet_id) references packets on delete cascade;
alter table receipts add check ((round_no is null) = (part_sha256 is not null));
-- A party of everybody in the course takes in whoever comes later, unless they have work of their own there.
alter table blob_forms drop constraint blob_forms_form_check;
alter table blob_forms add check (form in ('pdf', 'html', 'docx', 'pptx', 'xlsx', 'csv', 'svg', 'png'));
alter table parties add column everybody boolean not null default false;
create function join_everybody() returns trigger language plpgsql as $$
begin
  if new.role = 'student' and new.left_at is null then
    insert into party_members (party_id, person_id)
      select y.id, new.person_id from parties y join assignments a on a.id = y.assignment_id
      where a.course_id = new.course_id and y.everybody and not exists (
        select 1 from packets_of_people o where o.person_id = new.person_id and o.assignment_id = a.id)
      on conflict do nothing;
  end if;
  return null;
end $$;
create trigger enrolments_join_everybody after insert or update of left_at, role on enrolments
  for each row execute function join_everybody();
`;
export const down = `
drop trigger enrolments_join_everybody on enrolments;
drop function join_everybody;
alter table parties drop column everybody;
delete from blob_forms where form not in ('pdf', 'html', 'docx');
drop table place_parts;
drop table page_parts;
delete from receipts where round_no is null;
alter table receipts drop column part_sha256;
alter table receipts alter column round_no set not null;
`;
