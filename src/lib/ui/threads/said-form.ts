import type { SubmitFunction } from '@sveltejs/kit';
import { enhance } from '$app/forms';
import { invalidateAll } from '$app/navigation';

interface Told {
  busy?: (busy: boolean) => void;
  /** Why it was refused; what was written stays. */
  problem: (words: string) => void;
  /** What it was answered with; empty where there is nothing to be said. */
  done?: (words: string) => void;
}

/** Enhances a form that says something, or changes what was said. Its answer concerns this form alone. */
export function saidForm(form: HTMLFormElement, told: Told) {
  const submit: SubmitFunction = ({ cancel }) => {
    if (form.dataset.busy) return cancel();
    form.dataset.busy = 'yes';
    told.busy?.(true);
    return async ({ result }) => {
      delete form.dataset.busy;
      told.busy?.(false);
      if (result.type === 'success' || result.type === 'redirect') {
        told.problem('');
        const words: unknown = result.type === 'success' ? result.data?.done : '';
        told.done?.(typeof words === 'string' ? words : '');
        await invalidateAll();
      } else if (result.type === 'failure') {
        told.problem(String(result.data?.problem ?? UNSENT));
        await invalidateAll();
      } else told.problem(UNSENT);
    };
  };
  return enhance(form, submit);
}

const UNSENT = 'It could not be sent just now. What you wrote is still here: try again.';
