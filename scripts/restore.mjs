import { keepOrRestore } from './lib/backup.mjs';

/**
 * `npm run restore -- FOLDER`: makes a school of a backup again, in an empty place. With `--blobs` only files that are
 * missing or damaged are taken from it.
 */
await keepOrRestore(process.argv.includes('--blobs') ? 'mend' : 'restore');
