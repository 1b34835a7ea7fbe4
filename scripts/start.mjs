import { spawn } from 'node:child_process';
import { databaseAddress, mustAnswer, portOf, takeFolder } from './lib/before-start.mjs';
import { offerOffice } from './lib/debian.mjs';
import { dataFolder } from './lib/folders.mjs';
import { ensureBuilt, ensureInstalled } from './lib/fresh.mjs';
import { SERVER_FLAGS } from './lib/server-flags.mjs';
import { isPortFree } from './lib/ports.mjs';
import { runProgram } from './lib/programs.mjs';
import { runScript, say, Trouble } from './lib/say.mjs';
import { supervise } from './lib/supervise.mjs';
import { openWorld, prepareWorld } from './lib/world.mjs';

/**
 * `npm start`: everything from a fresh checkout to a served application, which is kept running until it is asked to stop.
 * Has no dependencies, since it installs them.
 */
await runScript(async () => {
  const port = portOf(process.env.PORT);
  const database = databaseAddress(process.env.DATABASE_URL);
  await takeFolder(dataFolder());
  if (database) await mustAnswer(database);
  if (!(await isPortFree(port)))
    throw new Trouble(`Port ${port} is in use. Stop what runs there, or choose another: PORT=${port + 1} npm start`);
  await ensureInstalled();
  await ensureBuilt();
  await offerOffice(process.argv.includes('--with-office'));
  const world = await openWorld();
  const server = { current: /** @type {ReturnType<typeof supervise> | null} */ (null) };
  stopOnSignal(server, world.stop);
  await orStop(prepareWorld(world.env), world.stop);
  world.watch();
  const local = `http://127.0.0.1:${port}`;
  const origin = process.env.ORIGIN ?? local;
  const env = { ...process.env, ...world.env, ...served(port, origin) };
  server.current = supervise('The server', () =>
    spawn(process.execPath, [...SERVER_FLAGS, 'build/index.js'], {
      stdio: ['ignore', 'inherit', 'inherit'],
      // Its own process group: Ctrl-C reaches only this script, which then stops things in order.
      detached: true,
      env
    })
  );
  let up = false;
  void server.current.ended.then(async (code) => {
    // On the way up, whoever waits for it says what happened.
    if (!up && code !== 0) return;
    await world.stop();
    process.exit(code);
  });
  const supervised = server.current;
  await orStop(healthy(local), async () => {
    supervised.stop('SIGTERM');
    await supervised.ended;
    await world.stop();
  });
  up = true;
  say(`\nVendro is at ${origin}   (Ctrl-C stops it; its data stays)\n`);
  // Whatever keeps the list of accounts from being printed keeps nobody from using what runs.
  await runProgram('demo-accounts', world.env).catch((error) => say(`(${error.message})`));
});

/**
 * Where something fails on the way up, nothing is left running behind the message that says so.
 *
 * @param {Promise<unknown>} work @param {() => Promise<void>} stop
 */
async function orStop(work, stop) {
  try {
    await work;
  } catch (error) {
    await stop();
    throw error;
  }
}

/** @param {number} port @param {string} origin */
function served(port, origin) {
  return {
    HOST: '127.0.0.1',
    PORT: String(port),
    ORIGIN: origin,
    BODY_SIZE_LIMIT: 'Infinity',
    SHUTDOWN_TIMEOUT: '5',
    NODE_ENV: 'production',
    VENDRO_LOG: process.env.VENDRO_LOG ?? 'warn',
    ...behindProxy(origin)
  };
}

/**
 * Behind a proxy every request comes from the proxy's own address, and a whole school would be one stranger to the limits
 * on wrong passwords. The proxy says who asks; it alone can reach this server, which listens on loopback.
 *
 * @param {string} origin
 */
function behindProxy(origin) {
  const proxied = !/^http:\/\/(127\.0\.0\.1|localhost)(:|$)/.test(origin);
  return proxied
    ? { ADDRESS_HEADER: process.env.ADDRESS_HEADER ?? 'x-forwarded-for', XFF_DEPTH: process.env.XFF_DEPTH ?? '1' }
    : {};
}

/** @param {{ current: ReturnType<typeof supervise> | null }} server @param {() => Promise<void>} stopWorld */
function stopOnSignal(server, stopWorld) {
  let stopping = false;
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM', 'SIGHUP'])) {
    process.on(signal, async () => {
      if (stopping) return;
      stopping = true;
      say('\nStopping …');
      if (server.current) server.current.stop('SIGTERM');
      else {
        await stopWorld();
        process.exit(0);
      }
    });
  }
}

/** @param {string} base */
async function healthy(base) {
  for (let i = 0; i < 300; i++) {
    const answer = await fetch(`${base}/healthz`).catch(() => null);
    if (answer?.ok) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Trouble(`The server did not answer ${base}/healthz within 30 s.`);
}
