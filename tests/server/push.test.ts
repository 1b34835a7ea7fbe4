import { createECDH, randomBytes } from 'node:crypto';
import { createRequire } from 'node:module';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { noteDemo } from '$server/db/settings';
import { openSimulatedSite } from '$server/links/simulated-site';
import { addBusyCalendar } from '$server/calendar/busy-calendars';
import { addDevice, countDevices, pushDue, vapidKeys } from '$server/reminders/push';
import { remindDue } from '$server/reminders/remind-due';
import { at, execute, HOUR, MONDAY, smallCourse } from './kit';

/** What the service was given: it can read none of it. */
interface Pushed {
  headers: Record<string, string>;
  body: string;
}
const decrypting = createRequire(import.meta.url)('http_ece') as {
  decrypt(body: Buffer, given: object): Buffer;
};
const PORT = 8080;
let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
  await noteDemo({ password: 'x', accounts: [] });
  await openSimulatedSite(PORT);
});
afterAll(() => execute("delete from settings where key = 'demo'"));

describe('what a device shows', () => {
  it('is encrypted for it alone, comes once, not at night, and ends with the device', async () => {
    const keys = createECDH('prime256v1');
    const p256dh = keys.generateKeys('base64url');
    const auth = randomBytes(16).toString('base64url');
    const endpoint = `http://127.0.0.1:${PORT}/push/ilse`;
    await addDevice(school.ilse, { endpoint, keys: { p256dh, auth }, agent: '' });
    await addDevice(school.ilse, {
      endpoint: `http://127.0.0.1:${PORT}/push/gone-1`,
      keys: { p256dh, auth },
      agent: ''
    });
    await school.set({ title: 'Field report', due: MONDAY + 2 * HOUR });
    await remindDue();
    expect(await pushDue()).toBe(1);
    expect(await pushDue()).toBe(0);
    const taken = (await (await fetch(endpoint)).json()) as Pushed[];
    expect(taken).toHaveLength(1);
    expect(taken[0]?.headers['content-encoding']).toBe('aes128gcm');
    expect(taken[0]?.headers.authorization).toContain((await vapidKeys()).publicKey);
    expect(taken[0]?.body).not.toContain('Field');
    const body = Buffer.from(taken[0]?.body ?? '', 'base64');
    const plain = decrypting.decrypt(body, { version: 'aes128gcm', privateKey: keys, authSecret: auth });
    expect(JSON.parse(plain.toString('utf8'))).toMatchObject({
      title: 'Vendro',
      body: expect.stringContaining('Field report') as string
    });
    // The other one said that nobody is there any more.
    expect(await countDevices(school.ilse)).toBe(1);
    at(MONDAY + 14 * HOUR);
    await execute('update tidings set pushed_at = null, at = $1', [new Date(MONDAY + 14 * HOUR)]);
    expect(await pushDue()).toBe(0);
  });

  it('is no way into the school: a calendar’s address is looked at through the same guard, and read where it is one', async () => {
    const ilse = { ...school.ilse, zone: 'Atlantic/Faroe' };
    const address = `http://127.0.0.1:${PORT}/ferry.ics`;
    expect(await addBusyCalendar(ilse, { contents: '', address, title: '' })).toMatchObject({ ok: true });
    expect(
      await addBusyCalendar(ilse, { contents: '', address: `http://127.0.0.1:${PORT}/`, title: '' })
    ).toMatchObject({ why: 'no-calendar' });
    expect(await addBusyCalendar(ilse, { contents: '', address: 'http://127.0.0.1:22/', title: '' })).toMatchObject({
      why: 'calendar-unreached'
    });
  });
});
