import { z } from 'zod';

/** A moment as it stands in an address: none before the epoch, none after the year 9999. */
export const PlaceMoment = z.coerce
  .number()
  .int()
  .nonnegative()
  .max(Date.UTC(9999, 11, 31));

/**
 * Where a page of a long list begins, from `?after=…` in its address: the last line before it, as `key.id`.
 *
 * @returns null for the first page, undefined where the address makes no sense
 */
export function keysetPlace<S extends z.ZodType>(url: URL, place: S): z.infer<S> | null | undefined {
  const after = url.searchParams.get('after');
  if (after === null) return null;
  const parsed = place.safeParse(after.split('.'));
  return parsed.success ? parsed.data : undefined;
}
