/** A name for something that is made in the browser, unlike any other beside it. */
export const newId = (): string => Math.random().toString(36).slice(2, 10);
