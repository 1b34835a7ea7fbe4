import { z } from 'zod';

/** The student whose aside a teacher has open, by the address; null where it names nobody. */
export function openAside(url: URL): string | null {
  return z.uuid().nullable().catch(null).parse(url.searchParams.get('aside'));
}
