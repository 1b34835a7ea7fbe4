/** The longest that a press waits for the scripts, in milliseconds: after that, whoever pressed has given up on it. */
const PATIENCE = 30_000;

/**
 * Does what somebody pressed before the scripts of the page had come, now that it answers. Links and forms need none;
 * a button that only scripts answer would have done nothing. Of several presses the last one is meant.
 */
export function doEarlyPress(): void {
  const { early } = window;
  if (!early) return;
  removeEventListener('click', early, true);
  delete window.early;
  const button = early.press?.target instanceof Element ? early.press.target.closest('button') : null;
  const waited = performance.now() - (early.press?.timeStamp ?? 0);
  if (button?.type === 'button' && button.isConnected && waited < PATIENCE) button.click();
}

declare global {
  interface Window {
    /** Keeps the last press, as src/app.html sets it. */
    early?: ((event: MouseEvent) => void) & { press?: Pick<MouseEvent, 'target' | 'timeStamp'> };
  }
}
