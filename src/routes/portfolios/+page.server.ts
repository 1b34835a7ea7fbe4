import { z } from 'zod';
import { readMine } from '$server/portfolio/mine';
import { makePortfolio, Title } from '$server/portfolio/shape';
import { readOpenTo } from '$server/portfolio/shown';
import { action } from '../shared/action';
import { signedIn } from '../shared/guard';

export const load = async ({ locals, url }) => {
  const person = signedIn(locals, url);
  const [mine, open] = await Promise.all([readMine(person), readOpenTo(person)]);
  return { mine, open };
};

export const actions = {
  make: action(z.object({ title: Title }), makePortfolio, { goTo: ({ id }) => `/portfolios/${id}` })
};
