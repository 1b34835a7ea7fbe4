import { createServer, type Server, type Socket } from 'node:net';
import { afterAll, beforeAll, beforeEach, expect, it, vi } from 'vitest';
import { z } from 'zod';

/** A mail server that writes down what it is given, and refuses one address. Speaks as much of RFC 5321 as it takes. */
const PORT = vi.hoisted(() => {
  const port = 21_000 + (process.pid % 9000);
  process.env.VENDRO_SMTP_URL = `smtp://127.0.0.1:${port}`;
  return port;
});
const REFUSED = 'nobody@skerrow.example';

const { inTransaction, execute, select } = await import('$server/db/connection');
const { queueMail, readOutbox, sendQueued, sendsMail } = await import('$server/mail/mail');
const { outboxIsOpen } = await import('$server/standins/outbox');

const received: string[] = [];
let server: Server;

beforeAll(async () => {
  server = createServer(converse);
  await new Promise<void>((resolve) => server.listen(PORT, '127.0.0.1', resolve));
});
afterAll(() => server.close());
beforeEach(async () => {
  received.length = 0;
  await execute('delete from mails');
});

function converse(socket: Socket): void {
  let data: string | null = null;
  const say = (line: string) => socket.write(`${line}\r\n`);
  say('220 sink');
  socket.on('data', (chunk) => {
    for (const line of chunk.toString().split('\r\n')) {
      if (data !== null) {
        if (line === '.') {
          received.push(data);
          data = null;
          say('250 kept');
        } else data += `${line}\n`;
      } else if (/^(EHLO|HELO|MAIL|RSET)/.test(line)) say('250 ok');
      else if (line.startsWith('RCPT')) say(line.includes(REFUSED) ? '550 no such mailbox' : '250 ok');
      else if (line === 'DATA') {
        data = '';
        say('354 go on');
      } else if (line === 'QUIT') {
        say('221 bye');
        socket.end();
      }
    }
  });
}

const queue = (to: string, subject = 'Join Tidal Ecology') =>
  inTransaction((tx) => queueMail({ to, subject, body: 'Come at low tide.' }, tx));

it('sends what was queued, once, also when two processes send at the same time', async () => {
  expect(sendsMail).toBe(true);
  for (let i = 0; i < 6; i++) await queue(`student${i}@skerrow.example`);
  const sent = await Promise.all([sendQueued(), sendQueued()]);
  expect(sent[0] + sent[1]).toBe(6);
  expect(received).toHaveLength(6);
  expect(new Set(received.map((mail) => /^To: (.*)$/m.exec(mail)?.[1])).size).toBe(6);
  expect(received[0]).toContain('Come at low tide.');
  expect(await sendQueued()).toBe(0);
});

it('sends nothing of what was rolled back', async () => {
  await inTransaction(async (tx) => {
    await queueMail({ to: 'a@skerrow.example', subject: 'x', body: 'x' }, tx);
    throw new Error('changed my mind');
  }).catch(() => undefined);
  await sendQueued();
  expect([received.length, (await readOutbox()).length]).toEqual([0, 0]);
});

it('keeps why a mail could not be sent, and sends the others', async () => {
  await queue(REFUSED);
  await queue('ilse@skerrow.example');
  await sendQueued();
  expect(received).toHaveLength(1);
  const rows = await select(
    z.object({ to: z.string(), sent: z.boolean(), problem: z.string().nullable() }),
    'select to_address as "to", sent_at is not null as sent, problem from mails order by problem nulls first'
  );
  expect(rows).toMatchObject([
    { to: 'ilse@skerrow.example', sent: true, problem: null },
    { to: REFUSED, sent: false, problem: expect.stringContaining('550') as string }
  ]);
  // It is not tried again by itself.
  expect(await sendQueued()).toBe(0);
});

it('cannot be made to carry further headers by what someone wrote', async () => {
  await queue('ilse@skerrow.example', 'Hello\r\nBcc: everyone@skerrow.example\r\n\r\nBuy lamps');
  await sendQueued();
  const [head = ''] = (received[0] ?? '').split('\n\n');
  expect(head).not.toMatch(/^Bcc:/m);
});

it('closes the stand-in’s outbox: these mails are other people’s', async () => {
  expect(await outboxIsOpen()).toBe(false);
});
