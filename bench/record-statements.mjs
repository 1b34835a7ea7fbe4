import { AsyncLocalStorage } from 'node:async_hooks';
import { appendFileSync } from 'node:fs';
import { Server } from 'node:http';
import pg from 'pg';

// Loaded before a server of ours (`--import`): whatever the database is asked while a request with this header is answered
// is appended to VENDRO_RECORD, one line of JSON each, with its values. Nothing else changes.
const HEADER = 'x-recorded-as';
const asked = new AsyncLocalStorage();
const { emit } = Server.prototype;
const { query } = pg.Client.prototype;

Server.prototype.emit = function (event, ...args) {
  const as = event === 'request' ? args[0].headers[HEADER] : undefined;
  const go = () => emit.call(this, event, ...args);
  return as === undefined ? go() : asked.run(as, go);
};

pg.Client.prototype.query = function (config, ...rest) {
  const as = asked.getStore();
  if (as !== undefined) keep(as, config, rest[0]);
  return query.call(this, config, ...rest);
};

function keep(as, config, values) {
  const statement =
    typeof config === 'string'
      ? { text: config, values: Array.isArray(values) ? values : undefined }
      : { name: config.name, text: config.text, values: config.values };
  const line = { as, ...statement, values: statement.values?.map(plain) };
  appendFileSync(process.env.VENDRO_RECORD ?? '', `${JSON.stringify(line)}\n`);
}

/** What JSON cannot say, with its kind; bench/bare/src/recorded.ts reads it. */
function plain(value) {
  if (Buffer.isBuffer(value)) return { bytes: value.toString('base64') };
  if (value instanceof Date) return { moment: value.toISOString() };
  return value;
}
