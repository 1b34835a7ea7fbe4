import { cpSync } from 'node:fs';
import { DEMO_NOW } from '../../scripts/lib/demo-template.mjs';
import { copyDatabase } from '../copy-database';
import { at } from './kit';

/** Puts the demo world into the test's own database: a copy of the one that was loaded for all tests, or loaded here. */
export async function haveDemo(): Promise<void> {
  const {
    VENDRO_TEST_DEMO: blobs,
    VENDRO_TEST_CLUSTER: cluster = '',
    VENDRO_TEST_DATABASE: name = '',
    VENDRO_DATA
  } = process.env;
  at(Date.parse(DEMO_NOW));
  if (blobs === undefined) {
    const { loadDemo } = await import('../../demo/load');
    return loadDemo(() => undefined);
  }
  await copyDatabase(cluster, name, 'vendro_demo');
  cpSync(blobs, VENDRO_DATA ?? '', { recursive: true });
}
