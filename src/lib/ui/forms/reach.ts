/** The way to the server: what a browser's `fetch` does, for addresses of our own. */
export type Reach = (address: string, request?: RequestInit) => Promise<Response>;

let way: Reach = () => Promise.reject(new Error('No way to the server was given.'));

/** Says how the server is reached: the root layout, or a test that stands in for it. */
export function reachBy(given: Reach): void {
  way = given;
}

/** Asks the server. Nothing else on this floor does. */
export const reach: Reach = (address, request) => way(address, request);
