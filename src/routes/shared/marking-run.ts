import { z } from 'zod';

const Id = z.uuid().nullable().catch(null);

/** Which work a teacher goes through, and what they returned last, as the address of the marking desk says it. */
export const runThrough = (url: URL): { of: string | null; returned: string | null } => ({
  of: Id.parse(url.searchParams.get('of')),
  returned: Id.parse(url.searchParams.get('returned'))
});

/** Where a work stands at the marking desk; the desk itself from null. */
export function markingHref(
  packetId: string | null,
  { of, returned }: { of: string | null; returned: string | null }
): string {
  const query = new URLSearchParams({ ...(of && { of }), ...(returned && { returned }) }).toString();
  return `/marking${packetId === null ? '' : `/${packetId}`}${query === '' ? '' : `?${query}`}`;
}
