let arriving = true;

/** Whether a component that is set up now takes over what the server drew, rather than drawing it itself. */
export const isServed = (): boolean => arriving;

/** The page as it came has come to life: what is set up from here on is drawn by the browser. */
export const arrived = (): void => void (arriving = false);

/** Sets up what takes over drawn parts of the page after it arrived. */
export function takingOver<T>(setUp: () => T): T {
  arriving = true;
  try {
    return setUp();
  } finally {
    arriving = false;
  }
}
