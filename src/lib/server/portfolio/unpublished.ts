import type { Body } from '$core/portfolio/body';

/** What the owner has now as one value of JSON, as publications keep it: SQL of the portfolio `f`. */
export const NOW = `jsonb_build_object('title', f.title, 'about', f.about, 'pages', coalesce((
  select jsonb_agg(jsonb_build_object('id', g.id, 'title', g.title, 'blocks', g.blocks) order by g.position, g.id)
  from portfolio_pages g where g.portfolio_id = f.id), '[]'))`;

/** Whether what is published, joined as `p`, is other than what the owner has now. */
export const UNPUBLISHED = `(p.body is distinct from ${NOW})`;

/** A body without what only its owner has beside it. */
export const bodyOf = ({ title, about, pages }: Body): Body => ({ title, about, pages });
