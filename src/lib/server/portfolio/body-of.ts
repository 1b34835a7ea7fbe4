import type { Body } from '$core/portfolio/body';

/** What a portfolio shows, without what only its owner has beside it. */
export const bodyOf = ({ title, about, pages }: Body): Body => ({ title, about, pages });
