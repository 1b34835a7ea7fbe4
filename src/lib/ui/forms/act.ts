import type { SubmitFunction } from '@sveltejs/kit';
import { applyAction, enhance } from '$app/forms';
import { invalidateAll } from '$app/navigation';

/** The line is down or the server is away: the page stays, with all that is on it. */
export const UNREACHED = {
  type: 'failure',
  status: 503,
  data: {
    problem: 'The server could not be reached just now. Everything is still here: try again, nothing happens twice.'
  }
} as const;

/**
 * Enhances a form that changes who holds what. A refusal means that the page had an old picture of it (another tab,
 * the other side), so the page is read anew then too, with the reason on it.
 *
 * @param onBusy told true while the request is under way
 */
export function act(form: HTMLFormElement, onBusy?: (busy: boolean) => void) {
  const submit: SubmitFunction = ({ cancel }) => {
    if (form.dataset.busy) return cancel();
    form.dataset.busy = 'yes';
    onBusy?.(true);
    return async ({ update, result }) => {
      if (result.type === 'error' && result.status === undefined) await applyAction(UNREACHED);
      else await update({ reset: false });
      delete form.dataset.busy;
      onBusy?.(false);
      // Whoever mends what was refused and presses again does not wait for the page to be read anew.
      if (result.type === 'failure') await invalidateAll();
    };
  };
  return enhance(form, submit);
}
