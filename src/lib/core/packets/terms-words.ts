/** How many rounds there may be and how many were used: "1 round used of 3". */
export function roundsWords(allowance: number | null, used: number): string {
  if (allowance === null && used === 0) return 'As many rounds as you like';
  const words = `${used} ${used === 1 ? 'round' : 'rounds'} used`;
  return allowance === null ? words : `${words} of ${allowance}`;
}

/** How many rounds a rule gives: "One round.", "Up to 3 rounds." */
export function allowanceWords(allowance: number | null): string {
  if (allowance === null) return 'As many rounds as one likes.';
  return allowance === 1 ? 'One round.' : `Up to ${allowance} rounds.`;
}
