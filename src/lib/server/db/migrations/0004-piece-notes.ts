/** A word of the student's beside each piece; it goes into the round with it. */
export const up = `
alter table pieces add column note text not null default '' check (length(note) <= 500);
alter table round_pieces add column note text not null default '' check (length(note) <= 500);
`;

export const down = `
alter table round_pieces drop column note;
alter table pieces drop column note;
`;
