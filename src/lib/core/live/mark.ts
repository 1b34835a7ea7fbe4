/** A place in the changes that one process of the server has heard of: `process.turn`, later turns being higher. */
export type Mark = string;

export const MARK = /^[0-9a-f]{8}\.\d{1,15}$/;

export const markOf = (process: string, turn: number): Mark => `${process}.${turn}`;

/** The turn of a mark; null where it is no mark, or one of another process, of whose changes nothing is known. */
export function turnOf(mark: string | null, process: string): number | null {
  if (mark === null || !MARK.test(mark)) return null;
  const [by, turn] = mark.split('.');
  return by === process ? Number(turn) : null;
}

/** Whether whatever was drawn at a mark knows all that had been told at another. */
export function knows(mark: string | null, told: string | null): boolean {
  const by = told?.split('.')[0] ?? '';
  const [here, there] = [turnOf(mark, by), turnOf(told, by)];
  return here !== null && there !== null && here >= there;
}
