import type { SubmitFunction } from '@sveltejs/kit';
import { UNREACHED } from './act';

interface Told {
  busy: (on: boolean) => void;
  /** Why it was not done, in words; empty where it was. */
  problem: (words: string) => void;
  /** It was done; what the action answered, and what was sent. */
  done: (answer: Record<string, unknown>, sent: FormData) => void;
}

/**
 * Enhances a form that stands in a dialog or a panel of its own, which says itself what became of it: the page's place for a
 * refusal lies behind it. Reads the page anew, as any form does.
 */
export const told =
  ({ busy, problem, done }: Told): SubmitFunction =>
  ({ formData }) => {
    busy(true);
    return async ({ result, update }) => {
      busy(false);
      const refused = result.type === 'error' ? UNREACHED.data : result.type === 'failure' ? result.data : null;
      problem(String(refused?.problem ?? ''));
      if (result.type !== 'error') await update({ reset: false });
      if (refused === null) done(result.type === 'success' ? (result.data ?? {}) : {}, formData);
    };
  };
