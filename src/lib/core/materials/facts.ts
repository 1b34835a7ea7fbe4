import { z } from 'zod';
import { MadeFacts } from './made';
import { sizeText } from './size-text';

/**
 * What a look into a file's bytes tells, made once for each blob.
 *
 * `trouble`: what a teacher would meet when opening it; `pixels`: the sides of a picture; `unpacked`: bytes that an
 * archive says it holds.
 */
export const BlobFacts = z.object({
  trouble: z
    .enum([
      'locked',
      'cut-off',
      'damaged',
      'too-many-pixels',
      'unpacks-too-large',
      'too-costly',
      'rare-film',
      'rare-picture'
    ])
    .optional(),
  pixels: z.object({ width: z.number(), height: z.number() }).optional(),
  unpacked: z.object({ bytes: z.number() }).optional(),
  /** A picture on which next to nothing can be seen. */
  seen: z.enum(['dark', 'blank', 'blurred']).optional(),
  /** It says where it was taken. */
  spot: z.literal(true).optional(),
  /** A recording: its length in seconds, and whether anything can be heard; null where its sound cannot be read here. */
  recording: z.object({ seconds: z.number(), silent: z.boolean().nullable() }).optional(),
  /** How most of a text document's words are set: the font's name, and the space of a line as a multiple of single. */
  writing: z.object({ font: z.string().nullable(), spacing: z.number().nullable() }).optional(),
  /** What a page asks that was made of a starter, and what of it is answered. */
  prompts: z.array(z.object({ label: z.string(), optional: z.boolean(), answered: z.boolean() })).optional(),
  /** Of what has to be answered on it: how much is, and how much there is. */
  answered: z.tuple([z.number(), z.number()]).optional(),
  /** Files that entries of a page name as what shows them, each with what it is called there. */
  evidence: z.array(z.object({ sha256: z.string(), words: z.string() })).optional(),
  /** Parts of a page that only its teacher fills. */
  teachersParts: z.number().optional(),
  /** Answers on it whose questions are not asked any more, and of which its writer has not chosen what becomes of them. */
  toChoose: z.number().optional(),
  /** What its entries claim hours for. */
  activities: z
    .array(z.object({ id: z.string(), title: z.string(), about: z.string(), claimed: z.string() }))
    .optional(),
  /** What was noted as it was made here, by the browser that made it. */
  made: MadeFacts.optional()
});
export type BlobFacts = z.infer<typeof BlobFacts>;

/** What a look at a picture or an ear at a recording found; null where nothing. */
export function emptyWords(facts: BlobFacts | null): string | null {
  if (facts?.recording?.silent) return 'Nothing can be heard in this recording. Was the microphone on?';
  return facts?.seen === undefined ? null : SEEN_WORDS[facts.seen];
}

const SEEN_WORDS: Record<NonNullable<BlobFacts['seen']>, string> = {
  dark: 'This picture is almost black. Take it again with more light.',
  blank: 'There is nothing to be seen on this picture.',
  blurred: 'This picture looks blurred. Can it be read?'
};

/** A picture with a longer side than this is not drawn: it would take gigabytes of memory. */
export const LONGEST_SIDE = 20_000;
/** The same for all of its pixels together. */
export const MOST_PIXELS = 120_000_000;
/** An archive that holds more than this is never taken apart. */
export const MOST_UNPACKED = 400_000_000;

/** What is wrong with a file, as both sides read it; null where nothing was found. */
export function troubleFact(facts: BlobFacts | null): string | null {
  switch (facts?.trouble) {
    case 'locked':
      return 'This file asks for a password.';
    case 'cut-off':
      return 'The end of this file is missing.';
    case 'damaged':
      return 'This file could not be read here.';
    case 'too-many-pixels': {
      const { width = 0, height = 0 } = facts.pixels ?? {};
      return `This picture has ${width.toLocaleString('en-GB')} × ${height.toLocaleString('en-GB')} pixels, too many to be shown.`;
    }
    case 'unpacks-too-large':
      return `This archive would unpack to ${sizeText(facts.unpacked?.bytes ?? 0)}, so it is never opened here.`;
    case 'rare-film':
      return 'This film is written in a way that not every device shows.';
    case 'rare-picture':
      return 'This picture is written in a way that cannot be shown here.';
    case 'too-costly':
      return 'This file holds more than can be read through here. It can be downloaded as it is.';
    default:
      return null;
  }
}

/** The same with what it means and what to do, for the student while there is time. */
export function troubleWords(facts: BlobFacts | null): string | null {
  const fact = troubleFact(facts);
  return fact === null || facts?.trouble === undefined ? null : `${fact} ${ADVICE[facts.trouble]}`;
}

const ADVICE: Record<NonNullable<BlobFacts['trouble']>, string> = {
  locked: 'Your teacher could not open it: save it without one.',
  'cut-off': 'It may not open for your teacher: save it anew where it was made.',
  damaged: 'Your teacher may not be able to open it: save it anew where it was made.',
  'too-many-pixels': 'Save it smaller where it was made.',
  'unpacks-too-large': 'Put in less, or only what is asked.',
  'rare-film': 'Your teacher may not be able to open it: save it as MP4 with H.264 where it was made.',
  'rare-picture': 'Your teacher may not be able to open it: save it as JPEG where it was made.',
  'too-costly': 'It may not open for your teacher either: save it anew where it was made, or as a PDF.'
};
