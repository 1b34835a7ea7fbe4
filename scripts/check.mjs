import { spawn } from 'node:child_process';
import { installed, run } from './lib/run.mjs';
import { say } from './lib/say.mjs';

/**
 * `npm run check`: types, lint with the floors, and format, side by side; each says what it found when it is done. Code is
 * read by one linter and components by another (eslint.config.js).
 */
const TOOLS = [
  { name: 'types', command: ['svelte-check', '--tsgo', '--tsconfig', './tsconfig.json', '--fail-on-warnings'] },
  { name: 'lint and floors', command: ['oxlint', '--deny-warnings'] },
  { name: 'lint and floors of components', command: ['eslint', '.', '--max-warnings', '0'] },
  { name: 'format', command: ['oxfmt', '--check'] }
];

await run(installed('svelte-kit'), ['sync'], { quiet: true });
const passed = await Promise.all(TOOLS.map(look));
process.exit(passed.every(Boolean) ? 0 : 1);

/** @param {{ name: string, command: string[] }} tool @returns {Promise<boolean>} */
async function look({ name, command: [tool = '', ...args] }) {
  const begun = performance.now();
  const child = spawn(installed(tool), args, { stdio: ['ignore', 'pipe', 'pipe'] });
  let output = '';
  child.stdout.on('data', (chunk) => (output += chunk));
  child.stderr.on('data', (chunk) => (output += chunk));
  const code = await new Promise((resolve) => child.on('close', resolve));
  say(`${code === 0 ? 'passed' : 'FAILED'}  ${name} (${((performance.now() - begun) / 1000).toFixed(0)} s)`);
  if (code !== 0) say(output);
  return code === 0;
}
