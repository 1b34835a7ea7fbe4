/**
 * How many words a text has, as a teacher counts them: what stands between spaces and has a letter or a digit in it. A
 * dash or a bullet on its own is none; "storm-torn" is one.
 */
export function wordCount(text: string): number {
  return text.split(/\s+/u).filter((part) => /[\p{L}\p{N}]/u.test(part)).length;
}
