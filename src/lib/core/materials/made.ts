import { z } from 'zod';
import { RecordingFacts } from '../recordings/recorded';
import { ScanFacts } from '../scans/scanned';

/**
 * What a browser noted of something as it was made there, and its bytes do not tell. The word of whoever made it: checks
 * that advise them read it, nobody else does.
 */
export const MadeFacts = z.object({ scan: ScanFacts.optional(), recording: RecordingFacts.optional() });
export type MadeFacts = z.infer<typeof MadeFacts>;
