import type { Touched } from '$core/live/topics';

const ears = new Set<(touched: Touched) => void>();

/** Tells what hears of changes by itself, beside the page that shows them. */
export function tell(touched: Touched): void {
  for (const hear of ears) hear(touched);
}

/** Hears of what is touched elsewhere. @returns hears no more */
export function whenTouched(hear: (touched: Touched) => void): () => void {
  ears.add(hear);
  return () => ears.delete(hear);
}
