import { onMount } from 'svelte';

/**
 * Whether scripts run on this page by now. What needs them waits, disabled, until they do, so that no press is lost on a
 * page that is still arriving. To be called while a component is set up.
 */
export function whenScripted(): { readonly yes: boolean } {
  let yes = $state(false);
  onMount(() => {
    yes = true;
  });
  return {
    get yes() {
      return yes;
    }
  };
}
