/** What a portfolio shows now as one value of JSON, as publications keep it. @param f the portfolio's alias */
const nowOf = (f: string) => `jsonb_build_object('title', ${f}.title, 'about', ${f}.about, 'pages', coalesce((
  select jsonb_agg(jsonb_build_object('id', g.id, 'title', g.title, 'blocks', g.blocks) order by g.position, g.id)
  from portfolio_pages g where g.portfolio_id = ${f}.id), '[]'))`;

/** Whether what is published of a portfolio is other than what its owner has now, as SQL. @param f its alias, `p` that of its publication */
export const unpublished = (f: string, p: string): string => `(${p}.body is distinct from ${nowOf(f)})`;
