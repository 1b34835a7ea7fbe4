/** Ways of judging are modules of the code: the database keeps which one it is. */
export const up = `
alter table assignments drop constraint assignments_settles_check;
alter table packets drop constraint packets_settled_by_check;
`;

export const down = `
update packets set settled_by = 'result' where settled_by not in ('result', 'looked-at', 'declared');
update assignments set settles = 'result' where settles not in ('result', 'looked-at', 'declared');
alter table packets add constraint packets_settled_by_check check (settled_by in ('result', 'looked-at', 'declared'));
alter table assignments add constraint assignments_settles_check check (settles in ('result', 'looked-at', 'declared'));
`;
