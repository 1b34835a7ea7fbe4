/** A piece is found by what it says: by what was read of it, and by what was written beside its sound. */
const SAYS = (text: string, captions: string) => `concat_ws(' ', left(${text}, 50000), ${captions})`;

/**
 * What was made in the browser tells more of itself than its bytes do, a recording can be read as well as heard, and pieces
 * are found by the words inside them.
 */
export const up = `
alter table uploads add column made jsonb;
-- WebVTT; null where there are none.
alter table pieces add column captions text;
alter table round_pieces add column captions text;

create or replace function index_piece() returns trigger language plpgsql as $$
begin
  perform put_search_entry('piece', new.id, a.course_id, p.party_id, new.name,
    ${SAYS('(select r.text from blob_readings r where r.sha256 = new.sha256)', 'new.captions')})
  from packets p join assignments a on a.id = p.assignment_id where p.id = new.packet_id;
  return new;
end $$;
drop trigger pieces_searchable on pieces;
create trigger pieces_searchable after insert or update of name, sha256, captions on pieces
  for each row execute function index_piece();

create function index_read_pieces() returns trigger language plpgsql as $$
begin
  perform put_search_entry('piece', f.id, a.course_id, p.party_id, f.name, ${SAYS('new.text', 'f.captions')})
  from pieces f join packets p on p.id = f.packet_id join assignments a on a.id = p.assignment_id
  where f.sha256 = new.sha256;
  return new;
end $$;
create trigger readings_searchable after insert on blob_readings for each row execute function index_read_pieces();
`;

export const down = `
drop trigger readings_searchable on blob_readings;
drop function index_read_pieces;
drop trigger pieces_searchable on pieces;
create or replace function index_piece() returns trigger language plpgsql as $$
begin
  perform put_search_entry('piece', new.id, a.course_id, p.party_id, new.name, '')
  from packets p join assignments a on a.id = p.assignment_id where p.id = new.packet_id;
  return new;
end $$;
create trigger pieces_searchable after insert or update of name on pieces
  for each row execute function index_piece();
alter table round_pieces drop column captions;
alter table pieces drop column captions;
alter table uploads drop column made;
`;
