/** How many rounds there may be and how many were used: "1 round used of 3". */
export function roundsWords(allowance: number | null, used: number): string {
  if (allowance === null)
    return used === 0 ? 'As many rounds as you like' : `${used} ${used === 1 ? 'round' : 'rounds'} used`;
  return `${used} ${allowance === 1 ? 'round' : 'rounds'} used of ${allowance}`;
}
