/** The progress board: whether students see each other's rows on it, and what of their own each of them shows there. */
export const up = `
alter table courses add column board_open boolean not null default false;
alter table packets add column on_board boolean not null default false;
`;
export const down = `
alter table packets drop column on_board;
alter table courses drop column board_open;
`;
