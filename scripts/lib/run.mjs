import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { Trouble } from './say.mjs';

/**
 * Runs a command to its end.
 *
 * @param {string} command
 * @param {string[]} args
 * @param {import('node:child_process').SpawnOptions & { quiet?: boolean }} [options] `quiet` keeps the output and shows
 *   it only when the command fails
 * @returns {Promise<string>} what a quiet command printed
 */
export function run(command, args, { quiet = false, ...options } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      stdio: quiet ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'],
      ...options
    });
    let output = '';
    child.stdout?.on('data', (data) => (output += data));
    child.stderr?.on('data', (data) => (output += data));
    child.on('error', reject);
    child.on('close', (code, signal) => {
      if (code === 0) resolve(output);
      else
        reject(
          new Trouble(
            withoutPasswords(`${command} ${args.join(' ')} ended with ${signal ?? `code ${code}`}.\n${output}`)
          )
        );
    });
  });
}

/** Where a tool that is installed with the project is started: by way of npm each start of one takes a second longer. @param {string} tool */
export const installed = (tool) => join('node_modules', '.bin', tool);

/**
 * Addresses of databases and mail servers carry their passwords.
 *
 * @param {string} text
 */
export function withoutPasswords(text) {
  return text.replace(/(\w+:\/\/[^:@\s/]*:)[^@\s]*@/g, '$1…@');
}

/**
 * Runs a file of TypeScript with the project's own paths.
 *
 * @param {string} file
 * @param {NodeJS.ProcessEnv} env
 * @param {string[]} [args]
 */
export function runTypeScript(file, env, args = []) {
  return run(process.execPath, ['--import', 'tsx', file, ...args], { env: { ...process.env, ...env } });
}
