/** From how many results on a spread says nothing of one of them. */
export const LEAST_RESULTS = 10;

/** How many results lie in each tenth, from 0 to 10 % up to 90 to 100 %. */
export interface Spread {
  assignmentId: string;
  title: string;
  tenths: number[];
  results: number;
}
