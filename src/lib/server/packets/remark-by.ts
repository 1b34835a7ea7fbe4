/**
 * Who made the remark `k`, by the name of `t`, as SQL: of a classmate who read the work that they did, and where neither side is to learn
 * the other's name, no more than that.
 *
 * @param seesNames the SQL of whether its reader sees the names all the same
 */
export const remarkBy = (seesNames: string) => `case when k.reading_id is null then t.name
  when not ${seesNames} and (select g.nameless from peer_readings g where g.id = k.reading_id) then 'A classmate'
  else t.name || ', who read it' end`;
