/** The secret of a calendar feed, as its address carries it. */
export const match = (param: string) => /^[A-Za-z0-9_-]{32}\.ics$/.test(param);
