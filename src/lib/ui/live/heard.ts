import type { Touched } from '$core/live/topics';

/** Hears of what is touched elsewhere, beside the page that shows it (`routes/+layout.svelte` tells). @returns hears no more */
export function whenTouched(hear: (touched: Touched) => void): () => void {
  const told = ({ detail }: CustomEvent<Touched>) => hear(detail);
  window.addEventListener('touched', told);
  return () => window.removeEventListener('touched', told);
}
