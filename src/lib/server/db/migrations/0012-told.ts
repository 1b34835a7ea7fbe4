/** Since when a course's students have been told of what was set or announced; null while they cannot see it. */
export const up = `
alter table assignments add column told_at timestamptz;
alter table notices add column told_at timestamptz;

-- Whatever can be seen by now is no news any more.
update assignments a set told_at = a.created_at
where a.published and (a.visible_from is null or a.visible_from <= now())
  and not exists (select 1 from units u where u.id = a.unit_id and (u.hidden or u.visible_from > now()));
update notices n set told_at = n.at
where not n.hidden and (n.visible_from is null or n.visible_from <= now())
  and not exists (select 1 from units u where u.id = n.unit_id and (u.hidden or u.visible_from > now()));

create index assignments_untold on assignments (course_id) where told_at is null;
create index notices_untold on notices (course_id) where told_at is null;
`;

export const down = `
alter table assignments drop column told_at;
alter table notices drop column told_at;
`;
