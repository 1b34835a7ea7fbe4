import { AsyncLocalStorage } from 'node:async_hooks';

const asking = new AsyncLocalStorage<string>();

/** Runs a request in the name of whoever sent it, so that what it has parsed takes turns with what others have parsed. */
export const askingFor = <T>(who: string, work: () => T): T => asking.run(who, work);

/** In whose name this runs; jobs and scripts share one name. */
export const whoAsks = (): string => asking.getStore() ?? 'the server itself';
