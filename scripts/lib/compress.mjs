import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { extname, join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

const TEXT = new Set(['.html', '.js', '.mjs', '.json', '.css', '.svg', '.xml', '.wasm']);
/** Beyond so many bytes the last few percent cost minutes: what reads sheets of paper has eleven million. */
const LARGE = 1_500_000;

/**
 * Writes beside each file that a browser fetches what it can be sent as, smaller (gzip, brotli).
 *
 * @param {string} folder
 */
export async function compress(folder) {
  if (!existsSync(folder)) return;
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((name) => TEXT.has(extname(name)));
  await Promise.all(
    files.map(async (name) => {
      const path = join(folder, name);
      const bytes = readFileSync(path);
      writeFileSync(`${path}.gz`, await promisify(gzip)(bytes, { level: constants.Z_BEST_COMPRESSION }));
      const params = {
        [constants.BROTLI_PARAM_MODE]: constants.BROTLI_MODE_TEXT,
        [constants.BROTLI_PARAM_QUALITY]: bytes.length > LARGE ? 6 : constants.BROTLI_MAX_QUALITY,
        [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length
      };
      writeFileSync(`${path}.br`, await promisify(brotliCompress)(bytes, { params }));
    })
  );
}
