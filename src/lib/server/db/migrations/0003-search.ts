/**
 * What can be searched, in one table that triggers keep true: whatever writes an assignment, a notice, a material or a
 * piece, it is found at once, and a use-case cannot forget it.
 *
 * Who may see an entry is not stored: the search asks by course, role, owner and visibility as every other page does.
 */
export const up = String.raw`
create extension if not exists fuzzystrmatch;

create table search_entries (
  kind text not null check (kind in ('assignment', 'notice', 'material', 'piece')),
  id uuid not null,
  course_id uuid not null references courses on delete cascade,
  -- Whose own it is; null for what the course reads.
  party_id uuid references parties on delete cascade,
  title text not null,
  words tsvector not null,
  primary key (kind, id)
);
create index search_entries_by_words on search_entries using gin (words);

-- Every word of every title, so that a misspelt one can be put right: far fewer than there are entries.
create table search_vocabulary (word text primary key);
create index search_vocabulary_by_beginning on search_vocabulary (word text_pattern_ops);
create index search_vocabulary_by_likeness on search_vocabulary using gin (word gin_trgm_ops);

create function learn_words(title text) returns void language sql as $$
  -- In order, so that two who learn the same words do not wait for each other in a circle.
  insert into search_vocabulary
  select distinct w from regexp_split_to_table(lower(title), '[^[:alnum:]]+') w
  where length(w) between 4 and 40 and w !~ '[0-9]' and not exists (select 1 from search_vocabulary v where v.word = w)
  order by w on conflict do nothing
$$;

create function search_words(title text, body text) returns tsvector language sql immutable as $$
  select setweight(to_tsvector('simple', title) || to_tsvector('english', title), 'A')
    || setweight(to_tsvector('english', left(regexp_replace(body, '<[^>]*>', ' ', 'g'), 200000)), 'B')
$$;

create function put_search_entry(kind text, id uuid, course uuid, party uuid, title text, body text) returns void
language sql as $$
  select learn_words(title);
  insert into search_entries values (kind, id, course, party, title, search_words(title, body))
  on conflict (kind, id) do update
    set course_id = excluded.course_id, party_id = excluded.party_id, title = excluded.title, words = excluded.words
$$;

create function index_assignment() returns trigger language plpgsql as $$
begin
  perform put_search_entry('assignment', new.id, new.course_id, null, new.title, new.brief_html);
  return new;
end $$;
create trigger assignments_searchable after insert or update of title, brief_html, course_id on assignments
  for each row execute function index_assignment();

create function index_notice() returns trigger language plpgsql as $$
begin
  perform put_search_entry('notice', new.id, new.course_id, null, new.title, new.body_html);
  return new;
end $$;
create trigger notices_searchable after insert or update of title, body_html, course_id on notices
  for each row execute function index_notice();

create function index_material() returns trigger language plpgsql as $$
begin
  perform put_search_entry('material', new.id, new.course_id, null, new.title, new.name);
  return new;
end $$;
create trigger materials_searchable after insert or update of title, name, course_id on materials
  for each row execute function index_material();

create function index_piece() returns trigger language plpgsql as $$
begin
  perform put_search_entry('piece', new.id, a.course_id, p.party_id, new.name, '')
  from packets p join assignments a on a.id = p.assignment_id where p.id = new.packet_id;
  return new;
end $$;
create trigger pieces_searchable after insert or update of name on pieces
  for each row execute function index_piece();

create function drop_search_entry() returns trigger language plpgsql as $$
begin
  delete from search_entries where kind = tg_argv[0] and id = old.id;
  return old;
end $$;
create trigger assignments_unsearchable after delete on assignments for each row execute function drop_search_entry('assignment');
create trigger notices_unsearchable after delete on notices for each row execute function drop_search_entry('notice');
create trigger materials_unsearchable after delete on materials for each row execute function drop_search_entry('material');
create trigger pieces_unsearchable after delete on pieces for each row execute function drop_search_entry('piece');

create index people_by_likeness on people using gin (lower(name) gin_trgm_ops);
`;

export const down = `
drop index people_by_likeness;
drop table search_entries, search_vocabulary;
drop function index_assignment, index_notice, index_material, index_piece, drop_search_entry cascade;
drop function put_search_entry, search_words, learn_words;
`;
