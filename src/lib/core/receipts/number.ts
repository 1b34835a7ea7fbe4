/** Digits and letters that are not taken for each other when read aloud or copied by hand. */
const LETTERS = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ';
const LENGTH = 12;

export const RECEIPT_NUMBER = /^[2-9A-HJ-NP-Z]{4}-[2-9A-HJ-NP-Z]{4}-[2-9A-HJ-NP-Z]{4}$/;

/**
 * The number of a receipt: "7KQ2-M9XD-4TRP", 60 bits that nobody guesses.
 *
 * @param bytes twelve random ones
 */
export function receiptNumber(bytes: Uint8Array): string {
  if (bytes.length < LENGTH) throw new RangeError('A receipt number needs twelve random bytes.');
  const letters = [...bytes.subarray(0, LENGTH)].map((byte) => LETTERS[byte % LETTERS.length]).join('');
  return [letters.slice(0, 4), letters.slice(4, 8), letters.slice(8)].join('-');
}
