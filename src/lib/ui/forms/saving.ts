import type { Moment } from '$core/time/moment';

/** How far what somebody writes or answers is kept. */
export type Saving =
  | { state: 'opening' }
  /** All of it is at the server; `at`: since when, null where nothing was written yet. */
  | { state: 'here'; at: Moment | null }
  | { state: 'keeping' }
  /** The line is down: it is kept on this device, and tried again. */
  | { state: 'unreached' }
  /** It is longer than the server keeps: kept on this device until it is shorter. */
  | { state: 'too-long' }
  /** Nothing can be written there any more. */
  | { state: 'refused'; words: string };
