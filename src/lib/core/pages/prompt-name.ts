const LONGEST = 60;

/** What a place is called where there is little room: the beginning of what stands before it. */
export const promptName = (label: string): string =>
  label.length > LONGEST ? `${label.slice(0, LONGEST - 3).trimEnd()}…` : label;
