/**
 * What a use-case answers: done, or a reason why not. Reasons are codes; the core's words.ts turns them into words.
 */
export type Outcome<T, Why extends string> = ({ ok: true } & T) | { ok: false; why: Why };

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
