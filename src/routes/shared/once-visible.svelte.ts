/**
 * Tells the server that something was read, once somebody can see it: a page that reads itself anew may lie behind
 * another. Where it fails, it still counts as unread, and the next visit tells. To be called while a component is set up.
 *
 * @param action the form action to tell; null where nothing is unread
 */
export function tellOnceVisible(action: () => string | null): void {
  let visible = $state(false);
  const address = $derived(action());
  $effect(() => {
    const look = () => (visible = document.visibilityState === 'visible');
    look();
    document.addEventListener('visibilitychange', look);
    return () => document.removeEventListener('visibilitychange', look);
  });
  $effect(() => {
    if (address === null || !visible) return;
    const headers = { 'x-sveltekit-action': 'true' };
    void fetch(address, { method: 'POST', body: new FormData(), headers }).catch(() => undefined);
  });
}
