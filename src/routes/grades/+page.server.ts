import { z } from 'zod';
import { GRADE_ORDERS } from '$core/grades/arrange';
import { topics } from '$core/live/topics';
import { readOwnGrades } from '$server/grades/own-grades';
import { signedIn } from '../shared/guard';
import { shows } from '../shared/shows';

const Order = z.enum(GRADE_ORDERS).catch('needs');
const From = z.coerce.number().int().min(0).max(1_000_000).nullable().catch(null);

export const load = async ({ locals, url, depends }) => {
  const order = Order.parse(url.searchParams.get('order'));
  const from = From.parse(url.searchParams.get('from'));
  return { ...shows(depends, topics.work), order, ...(await readOwnGrades(signedIn(locals, url), order, from)) };
};
