import type { SignedIn } from '$server/auth/sessions';
import type { Mark } from '$core/live/mark';
import type { Touched } from '$core/live/topics';
import type { Reader } from '$core/people/reader';

declare global {
  interface WindowEventMap {
    /** Something that a page may show has changed elsewhere: what was touched, as the live channel told it. */
    touched: CustomEvent<Touched>;
  }
  const __VENDRO_VERSION__: string;
  namespace App {
    interface Error {
      message: string;
      /** A short mark that the person can quote; the same stands in the server's log. */
      reference?: string;
    }
    interface Locals {
      /** Who is signed in, or null. Set by the hook from the session cookie. */
      person: SignedIn | null;
      reader: Reader;
      theme: 'day' | 'night' | 'system';
      /** What was done by a form that led here by a redirect. */
      said: string | null;
      /** Where the live channel stood before anything was read. */
      drawn: Mark;
    }
    interface PageData {
      /** Documents or links of this page are being looked at: what it shows will change soon. */
      looking?: boolean;
      /** The topics of the live channel that it shows; left out where it may show anything. */
      shows?: string[];
      /** The moment at which it was read, by the server's clock. */
      now?: number;
    }
  }
}

export {};
