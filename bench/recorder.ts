import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { Served, Stage } from './stage';

const RECORDER = pathToFileURL(join(import.meta.dirname, 'record-statements.mjs')).href;

/** A server of ours that writes down what each request asks of the database, and where it does. */
export interface Recorder {
  server: Served;
  /** What a request has to carry so that it is written down under this name. */
  as(name: string): Record<string, string>;
  /** For the bare application that runs what was written down (bench/bare/src/recorded.ts). */
  env: Record<string, string>;
}

/** @param name of the file that is written, apart from other recordings */
export async function startRecorder(stage: Stage, name: string, env: Record<string, string> = {}): Promise<Recorder> {
  const own = { VENDRO_RECORD: join(stage.data, `${name}.recorded`) };
  const server = await stage.serve('build/index.js', { ...env, ...own, NODE_OPTIONS: `--import ${RECORDER}` });
  return { server, env: own, as: (request) => ({ 'x-recorded-as': request }) };
}
