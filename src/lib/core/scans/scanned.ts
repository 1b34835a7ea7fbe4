import { z } from 'zod';
import { SHEET_TROUBLES } from './measures';

/** What the scanner noted of a scan as it was made, for the checks of the packet. One list for each of its sheets. */
export const ScanFacts = z.object({
  sheets: z.array(z.array(z.enum(SHEET_TROUBLES)).max(SHEET_TROUBLES.length)).max(200)
});
export type ScanFacts = z.infer<typeof ScanFacts>;
