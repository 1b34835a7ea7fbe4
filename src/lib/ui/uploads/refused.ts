/** The server refused the file before its bytes left; `why` is one of the core's refusals. */
export class Refused extends Error {
  constructor(readonly why: string) {
    super(why);
  }
}
