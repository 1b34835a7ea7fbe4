/** The day on which a course ends, which undated work is planned towards; and the scales that a school keeps, of which one may be its usual one. */
export const up = `
alter table courses add column ends_on date;
create table school_scales (
  id uuid primary key default gen_random_uuid(),
  title text not null unique check (title <> ''),
  scale jsonb not null,
  rounding jsonb not null,
  usual boolean not null default false
);
create unique index school_scales_usual on school_scales (usual) where usual;
`;
export const down = `
drop table school_scales;
alter table courses drop column ends_on;
`;
