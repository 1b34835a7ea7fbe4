/** The longest that a part waits for a pause of the page, in milliseconds. */
const PATIENCE = 400;

/** What waits, in the order of the page. */
let waiting: Array<() => void> = [];
/** What began to wait while something else was being done: it lies within that, so it comes next. */
let within: Array<() => void> | null = null;
let asked = false;

/**
 * Does something as soon as the page has nothing else to do, one thing at a time and in the order in which they asked: each
 * in a task of its own, so that a press in between is answered.
 *
 * @returns takes it back
 */
export function whenIdle(perform: () => void): () => void {
  let wanted = true;
  (within ?? waiting).push(() => wanted && perform());
  ask();
  return () => void (wanted = false);
}

function ask() {
  if (asked) return;
  asked = true;
  // Not every browser tells of its pauses.
  if ('requestIdleCallback' in globalThis) requestIdleCallback(next, { timeout: PATIENCE });
  else setTimeout(next);
}

function next() {
  asked = false;
  const inner: Array<() => void> = [];
  within = inner;
  try {
    waiting.shift()?.();
  } finally {
    within = null;
    waiting = [...inner, ...waiting];
    if (waiting.length > 0) ask();
  }
}
