import type { RefusalCode } from '$core/refusals/registry';

/**
 * What a use-case answers: done, or a reason why not. Reasons are codes; the core's words.ts turns them into words.
 */
export type Outcome<T, Why extends string> = ({ ok: true } & T) | { ok: false; why: Why };

/**
 * Refused in the middle of the work, where no answer can be returned, with a code that the registry knows. Whoever can say
 * more catches it; forms answer it like any refusal.
 */
export class RefusedMidway extends Error {
  override name = 'RefusedMidway';
  constructor(readonly why: RefusalCode) {
    super(`It was refused: ${why}.`);
  }
}

/**
 * There is nothing here for this person. Thrown for what does not exist and for what they may not see alike, so that
 * nobody learns the difference; routes answer 404.
 */
export class NotHere extends Error {
  constructor(what: string) {
    super(`${what} is not here.`);
    this.name = 'NotHere';
  }
}
