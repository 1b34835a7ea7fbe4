import { existsSync } from 'node:fs';
import { newestPostgres } from './postgres-binaries.mjs';
import { run } from './run.mjs';
import { say, step, Trouble } from './say.mjs';

/** The browser of the tests: the one that draws nothing on a screen, which starts and draws in less time. */
export const BROWSER = '/usr/bin/chromium-headless-shell';

/** What a Debian package gives us, and how to see whether it is there. */
const NEEDED = {
  postgresql: () => newestPostgres() !== null,
  'chromium-headless-shell': () => existsSync(BROWSER),
  // Another library than ours, against which the tests verify signatures.
  'python3-jwcrypto': () => existsSync('/usr/lib/python3/dist-packages/jwcrypto'),
  'python3-icalendar': () => existsSync('/usr/lib/python3/dist-packages/icalendar'),
  'python3-openpyxl': () => existsSync('/usr/lib/python3/dist-packages/openpyxl'),
  // Other readers than ours, which open what we write.
  'poppler-utils': () => existsSync('/usr/bin/pdftotext'),
  pandoc: () => existsSync('/usr/bin/pandoc'),
  'libreoffice-writer': () => hasOffice(),
  'libreoffice-calc': () => hasOffice(),
  'libreoffice-impress': () => hasOffice()
};
/** Draws the pages of presentations and OpenDocument files. */
const OFFICE = /** @type {const} */ (['libreoffice-writer', 'libreoffice-calc', 'libreoffice-impress']);
const hasOffice = () => existsSync(process.env.VENDRO_OFFICE ?? '/usr/bin/soffice');

/**
 * Offers LibreOffice, which is large and which Vendro does without.
 *
 * @param {boolean} wanted whether to install it now
 */
export async function offerOffice(wanted) {
  if (wanted) await ensurePackages([...OFFICE]);
  else if (!hasOffice())
    say('· Slides and OpenDocument files will show as text. For their pages: npm start -- --with-office');
}

/**
 * Installs the Debian packages that are missing. Without the right to, says the exact line to run.
 *
 * @param {Array<keyof typeof NEEDED>} packages
 */
export async function ensurePackages(packages) {
  const missing = packages.filter((name) => !NEEDED[name]());
  if (missing.length === 0) return;
  const line = `apt-get install -y --no-install-recommends ${missing.join(' ')}`;
  if (process.getuid?.() !== 0)
    throw new Trouble(
      `Vendro needs ${missing.join(' and ')} from Debian. Please run this, then start again:\n\n  sudo ${line}\n`
    );
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  await step(`Installing ${missing.join(' and ')} from Debian's packages`, async () => {
    await run('apt-get', ['update', '-qq'], { quiet: true, env });
    await run('apt-get', line.split(' ').slice(1), { quiet: true, env });
  });
}
