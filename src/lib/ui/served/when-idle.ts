/** The longest that a part waits for a pause of the page, in milliseconds. */
const PATIENCE = 400;
/** What is done at one pause begins within this many milliseconds: a press waits no longer for it than for one drawing. */
const PAUSE = 16;

/** What waits, in the order of the page. */
let waiting: Array<() => void> = [];
/** What began to wait while something else was being done: it lies within that, so it comes next. */
let within: Array<() => void> | null = null;
let asked = false;

/**
 * Does something as soon as the page has nothing else to do, in the order in which they asked: as much at a time as makes a
 * press wait for no longer than a page takes to be drawn once, since after each time it is drawn anew.
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
  const began = performance.now();
  try {
    do performFirst();
    while (waiting.length > 0 && performance.now() - began < PAUSE);
  } finally {
    if (waiting.length > 0) ask();
  }
}

function performFirst() {
  const inner: Array<() => void> = [];
  within = inner;
  try {
    waiting.shift()?.();
  } finally {
    within = null;
    waiting = [...inner, ...waiting];
  }
}
