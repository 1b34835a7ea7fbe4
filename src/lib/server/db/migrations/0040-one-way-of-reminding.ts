/** What was taken back is reminded of as everything else is (0039): by person, with their own distances and quiet hours. */
export const up = `drop table reminders;`;
export const down = `
create table reminders (
  packet_id uuid not null references packets on delete cascade,
  kind text not null,
  about timestamptz(3) not null,
  at timestamptz(3) not null,
  primary key (packet_id, kind, about)
);
`;
