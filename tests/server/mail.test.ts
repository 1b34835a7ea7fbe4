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
/** Put off for now, as a server does that does not know the sender yet. */
const LATER = 'later@skerrow.example';
/** What the server is at the moment: it may take a mail and close the line before it has said so. */
let mood: 'kind' | 'drops' = 'kind';

const { inTransaction, execute, select } = await import('$server/db/connection');
const { queueMail, readOutbox, sendsMail } = await import('$server/mail/mail');
const { readFailedMails, tryAgain } = await import('$server/mail/failed-mails');
const { sendDue } = await import('$server/jobs/send-due-mail');
const { at, DAY, MONDAY, OFFICE } = await import('./kit');
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
  mood = 'kind';
  at(MONDAY);
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
          if (mood === 'drops') return void socket.destroy();
          say('250 kept');
        } else data += `${line}\n`;
      } else if (/^(EHLO|HELO|MAIL|RSET)/.test(line)) say('250 ok');
      else if (line.startsWith('RCPT'))
        say(line.includes(REFUSED) ? '550 no such mailbox' : line.includes(LATER) ? '451 come again' : '250 ok');
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
  const sent = await Promise.all([sendDue(), sendDue()]);
  expect(sent[0] + sent[1]).toBe(6);
  expect(received).toHaveLength(6);
  expect(new Set(received.map((mail) => /^To: (.*)$/m.exec(mail)?.[1])).size).toBe(6);
  expect(received[0]).toContain('Come at low tide.');
  expect(await sendDue()).toBe(0);
});

it('sends nothing of what was rolled back', async () => {
  await inTransaction(async (tx) => {
    await queueMail({ to: 'a@skerrow.example', subject: 'x', body: 'x' }, tx);
    throw new Error('changed my mind');
  }).catch(() => undefined);
  await sendDue();
  expect([received.length, (await readOutbox(OFFICE)).length]).toEqual([0, 0]);
});

it('keeps why a mail could not be sent, and sends the others', async () => {
  await queue(REFUSED);
  await queue('ilse@skerrow.example');
  await sendDue();
  expect(received).toHaveLength(1);
  const rows = await select(
    z.object({ to: z.string(), sent: z.boolean(), problem: z.string().nullable() }),
    'select to_address as "to", sent_at is not null as sent, problem from mails order by problem nulls first'
  );
  expect(rows).toMatchObject([
    { to: 'ilse@skerrow.example', sent: true, problem: null },
    { to: REFUSED, sent: false, problem: expect.stringContaining('550') as string }
  ]);
  // The server's last word is not asked for again, until somebody says so.
  at(MONDAY + DAY);
  expect(await sendDue()).toBe(0);
  const [failed] = await readFailedMails();
  expect(failed).toMatchObject({ to: REFUSED });
  await tryAgain(failed?.id ?? '');
  expect(await readFailedMails()).toEqual([]);
  await sendDue();
  expect(await readFailedMails()).toHaveLength(1);
});

it('tries again what was put off, with growing waits, and says after two days that it failed', async () => {
  await queue(LATER);
  const tries = async () => (await select(z.object({ tries: z.number() }), 'select tries from mails'))[0]?.tries ?? 0;
  await sendDue();
  expect(await tries()).toBe(1);
  await sendDue();
  expect(await tries()).toBe(1);
  for (let hour = 0; hour < 47; hour++) {
    at(MONDAY + hour * (DAY / 24) + 61_000);
    await sendDue();
    expect(await readFailedMails()).toEqual([]);
  }
  expect(await tries()).toBeGreaterThan(10);
  at(MONDAY + 2 * DAY + 1);
  await sendDue();
  expect(await readFailedMails()).toMatchObject([{ to: LATER, problem: expect.stringContaining('451') as string }]);
});

it('sends again under the same name what a broken line left in doubt', async () => {
  await queue('ilse@skerrow.example');
  mood = 'drops';
  await sendDue();
  mood = 'kind';
  at(MONDAY + 10 * 60_000);
  expect(await sendDue()).toBe(1);
  const names = received.map((mail) => /^Message-ID: (.*)$/im.exec(mail)?.[1]);
  expect(names).toHaveLength(2);
  expect(new Set(names).size).toBe(1);
});

it('takes up what a process had taken on as it died', async () => {
  await queue('ilse@skerrow.example');
  // As the process that died has left it: taken on, and not sent.
  await execute('update mails set next_at = $1, tries = 1', [new Date(MONDAY + 5 * 60_000)]);
  expect(await sendDue()).toBe(0);
  at(MONDAY + 6 * 60_000);
  expect(await sendDue()).toBe(1);
});

it('tells the office, and the teacher beside the invitation', async () => {
  const { officePerson, smallCourse } = await import('./kit');
  const { invite, readRoster } = await import('$server/courses/invitations');
  const school = await smallCourse();
  const office = await officePerson();
  await invite({ ...school.teacher, name: 'Odile' }, school.slug, { emails: [REFUSED], role: 'student' });
  await sendDue();
  const { invitations } = await readRoster(school.course.id);
  expect(invitations[0]?.undelivered).toContain('550');
  const told = await select(z.object({ kind: z.string() }), 'select kind from tidings where person_id = $1', [
    office.id
  ]);
  expect(told).toEqual([{ kind: 'mail-failed' }]);
});

it('cannot be made to carry further headers by what someone wrote', async () => {
  await queue('ilse@skerrow.example', 'Hello\r\nBcc: everyone@skerrow.example\r\n\r\nBuy lamps');
  await sendDue();
  const [head = ''] = (received[0] ?? '').split('\n\n');
  expect(head).not.toMatch(/^Bcc:/m);
});

it('says that nobody wrote it, the same words twice, and how to end what can be ended with one press', async () => {
  const body = 'Come at <low> tide.\n\nhttp://vendro.example/tidings';
  await inTransaction((tx) => queueMail({ to: 'ilse@skerrow.example', subject: 'Plain', body }, tx));
  const stop = { person: OFFICE.id, kinds: ['receipt' as const] };
  await inTransaction((tx) => queueMail({ to: 'ilse@skerrow.example', subject: 'Endable', body, stop }, tx));
  await sendDue();
  const [plain = '', endable = ''] = received.sort(
    (a, b) => Number(a.includes('Endable')) - Number(b.includes('Endable'))
  );
  for (const mail of [plain, endable]) {
    expect(mail).toMatch(/^Auto-Submitted: auto-generated$/m);
    expect(mail).toMatch(/^Content-Type: multipart\/alternative/m);
    expect(mail.indexOf('text/plain')).toBeLessThan(mail.indexOf('text/html'));
    expect(mail).toContain('Come at <low> tide.');
    expect(mail).toContain('Come at &lt;low&gt; tide.');
  }
  expect(plain).not.toContain('List-Unsubscribe');
  expect(endable).toMatch(/^List-Unsubscribe-Post: List-Unsubscribe=One-Click$/m);
  // One address in angle brackets, unfolded (RFC 2369, 2; RFC 8058, 2).
  expect(endable.replace(/\n\s+/g, ' ')).toMatch(/^List-Unsubscribe: <https?:\/\/[^\s<>]+\/mail\/stop\/[\w-]+>$/m);
});

it('closes the stand-in’s outbox: these mails are other people’s', async () => {
  expect(await outboxIsOpen()).toBe(false);
});
