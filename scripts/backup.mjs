import { keepOrRestore } from './lib/backup.mjs';

/** `npm run backup -- FOLDER`: writes database and files into a folder, as of one moment, while the server runs. */
await keepOrRestore('write');
