import { onMount } from 'svelte';
import { beforeNavigate } from '$app/navigation';
import { navigating } from '$app/state';

/** A page that takes longer than this to come is worth a word. */
const LONG = 3000;

/**
 * Keeps a page open whose links cannot lead anywhere: without a line the browser would put its own error page in its
 * place, and with it would go what is written here and not yet sent.
 *
 * @returns what is to be said about it; null where all is well
 */
export function watchLine(): { readonly words: string | null } {
  let words = $state<string | null>(null);
  beforeNavigate((leaving) => {
    if (navigator.onLine || leaving.willUnload) return;
    leaving.cancel();
    words = OFFLINE;
  });
  onMount(() => {
    const back = () => (words = null);
    addEventListener('online', back);
    return () => removeEventListener('online', back);
  });
  $effect(() => {
    if (!navigating.to) return;
    const timer = setTimeout(() => (words = SLOW), LONG);
    return () => {
      clearTimeout(timer);
      words = null;
    };
  });
  return {
    get words() {
      return words;
    }
  };
}

const OFFLINE = 'You are offline, so this page stays open. Links work again once the line is back.';
const SLOW = 'The page you asked for has not come yet. It is asked for again; this one stays.';
