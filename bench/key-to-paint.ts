import type { Page } from '@playwright/test';

/**
 * Milliseconds from each key to the picture in which it is seen, noted from now on.
 *
 * @returns what was noted up to the moment at which it is asked
 */
export async function keyToPaint(page: Page): Promise<() => Promise<number[]>> {
  await page.evaluate(() => {
    const took: number[] = [];
    Object.assign(window, { took });
    document.addEventListener(
      'keydown',
      () => {
        const begun = performance.now();
        requestAnimationFrame(() => {
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = () => took.push(performance.now() - begun);
          port2.postMessage(null);
        });
      },
      { capture: true }
    );
  });
  return () => page.evaluate(() => (window as unknown as { took: number[] }).took);
}

export const percentile = (numbers: number[], part: number) =>
  [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length * part)] ?? Infinity;
