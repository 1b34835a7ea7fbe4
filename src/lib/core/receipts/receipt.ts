import { z } from 'zod';
import { VERDICTS } from '../links/verdict';

const Moment = z.number().int();
const Hash = z.string().regex(/^[0-9a-f]{64}$/);

/**
 * A piece as it was received: its bytes, and where it is a link, what was met there. `place`: the deliverable's title, or
 * null for the "also" place. Links of version 1 have no bytes; from version 2 on every piece has them.
 */
const ReceivedPiece = z.object({
  kind: z.string(),
  place: z.string().nullable(),
  name: z.string(),
  /** Bytes. */
  size: z.number().int().optional(),
  mediaType: z.string().optional(),
  sha256: Hash.optional(),
  /** What is said in a recording, as WebVTT beside it. */
  captions: z.object({ size: z.number().int(), sha256: Hash }).optional(),
  /** What travels with a page: its printed form, itself as HTML, its pictures; by their paths beside it. */
  besides: z.array(z.object({ path: z.string(), size: z.number().int(), sha256: Hash })).optional(),
  url: z.string().optional(),
  /** What a stranger met there at the latest look before the submit. */
  verdict: z.enum(VERDICTS).nullable().optional(),
  lookedAt: Moment.nullable().optional(),
  /** Of the text that was there. */
  textSha256: Hash.nullable().optional()
});
export type ReceivedPiece = z.infer<typeof ReceivedPiece>;

/**
 * What the school says that it received: signed, and never changed. Moments are milliseconds since the epoch, to the
 * second; `kept` is the fraction of the points that lateness leaves.
 */
export const Receipt = z.object({
  version: z.union([z.literal(1), z.literal(2)]),
  number: z.string(),
  student: z.string(),
  course: z.string(),
  assignment: z.string(),
  /** The brief as it stood. */
  briefSha256: Hash,
  points: z.number().nullable(),
  round: z.number().int(),
  /** What a part of a page is called that is finished while the whole goes on; then `round` is the one that the whole is in. */
  part: z.string().optional(),
  /** The moment from which it counts: of the submit, or of the seal. */
  receivedAt: Moment,
  /** When the last byte of what was sealed had arrived; absent where everything was there at the submit. */
  arrivedAt: Moment.optional(),
  /** What the student said with it. */
  note: z.string().optional(),
  due: Moment.nullable(),
  lateSeconds: z.number().int(),
  kept: z.number(),
  /** Until when it can be taken back if marking does not begin before; null where it cannot, or where nothing ends it. */
  takeBack: z.object({ possible: z.boolean(), until: Moment.nullable() }),
  /** The course's time zone, in which days and lateness were counted. */
  zone: z.string(),
  pieces: z.array(ReceivedPiece)
});
export type Receipt = z.infer<typeof Receipt>;
