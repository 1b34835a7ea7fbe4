/** Kinds of piece are modules of the code: the database keeps what each of them has, and only that it has something. */
export const up = `
alter table pieces drop constraint pieces_kind_check,
  add constraint pieces_something check (sha256 is not null or url is not null);
-- What was frozen is bytes. Links from before have only their look.
alter table round_pieces drop constraint round_pieces_kind_check,
  add constraint round_pieces_something check (sha256 is not null or url is not null);
alter table shelf_files drop constraint shelf_files_came_check;
alter table uploads drop constraint uploads_came_check;
`;

export const down = `
delete from pieces where kind not in ('file', 'link');
delete from round_pieces where kind not in ('file', 'link');
update shelf_files set came = 'upload' where came = 'recorded';
delete from uploads where came not in ('upload', 'combined');
alter table uploads add constraint uploads_came_check check (came in ('upload', 'combined'));
alter table shelf_files add constraint shelf_files_came_check check (came in ('upload', 'store', 'combined', 'copy'));
alter table round_pieces drop constraint round_pieces_something,
  add constraint round_pieces_kind_check check (kind in ('file', 'link'));
alter table pieces drop constraint pieces_something,
  add constraint pieces_kind_check check (kind in ('file', 'link'));
`;
