/** The names of everyone in the party of the packet `p`, as SQL. */
export const PARTY_NAME = `(select string_agg(s.name, ', ' order by s.sort_name) from party_members m
  join people s on s.id = m.person_id where m.party_id = p.party_id)`;
