import { createECDH, randomBytes } from 'node:crypto';
import { beforeEach, describe, expect, it } from 'vitest';
import { USUAL_HOURS, USUAL_SITTING } from '$core/plan/free-time';
import { sendCalmMails } from '$server/reminders/calm-mail';
import { addDevice, countDevices, pushDue } from '$server/reminders/push';
import { remindDue } from '$server/reminders/remind-due';
import { keepReminders } from '$server/reminders/settings';
import { watchPlans } from '$server/reminders/watch-plans';
import { keepPlanSettings } from '$server/plan/keep-plan';
import { readTidings } from '$server/tidings/read-tidings';
import { at, count, DAY, execute, handIn, HOUR, MONDAY, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeEach(async () => {
  school = await smallCourse();
  await execute('delete from tidings');
});
const heard = async (who = school.ilse) => (await readTidings(who, null)).tidings.map(({ kind }) => kind).sort();
const mails = (who = school.ilse) =>
  count('select count(*) as n from mails m join people p on p.email = m.to_address where p.id = $1', [who.id]);

describe('reminders', () => {
  it('come at the person’s own distances, once each, and not of what is handed in', async () => {
    const due = MONDAY + 3 * DAY;
    const assignmentId = await school.set({ due });
    await keepReminders(school.teodor, { before: [2880], quietFrom: 0, quietTo: 0 });
    at(due - 25 * HOUR);
    await remindDue();
    expect([await heard(), await heard(school.teodor)]).toEqual([[], ['coming-due']]);
    at(due - 23 * HOUR);
    await Promise.all([remindDue(), remindDue()]);
    expect(await heard()).toEqual(['coming-due']);
    await handIn(school.ilse, assignmentId);
    at(due - 2 * HOUR);
    await remindDue();
    expect((await heard()).filter((kind) => kind === 'due-now')).toEqual([]);
    expect(await heard(school.stranger)).toEqual([]);
  });

  it('never come at night on the reader’s clocks, and in the morning while it is still ahead', async () => {
    const due = MONDAY + 2 * DAY + HOUR;
    await school.set({ due });
    await execute("update people set zone = 'Asia/Tokyo' where id = $1", [school.teodor.id]);
    // Ten in the morning on the Faroes is seven in the evening in Tokyo; three hours later it is ten at night there.
    at(MONDAY + DAY + 4 * HOUR + 30 * 60_000);
    await remindDue();
    expect([await heard(), await heard(school.teodor)]).toEqual([['coming-due'], []]);
    at(MONDAY + DAY + 14 * HOUR);
    await remindDue();
    expect(await heard(school.teodor)).toEqual(['coming-due']);
  });

  it('say anew what has moved', async () => {
    const assignmentId = await school.set({ due: MONDAY + DAY });
    at(MONDAY + 2 * HOUR);
    await remindDue();
    await execute('update assignments set due_at = $2 where id = $1', [assignmentId, new Date(MONDAY + 4 * DAY)]);
    at(MONDAY + 3 * DAY + 2 * HOUR);
    await remindDue();
    expect(await heard()).toEqual(['coming-due', 'coming-due']);
  });

  it('come as one calm mail a day, but at once within hours of the due moment', async () => {
    await Promise.all([1, 2, 3].map((n) => school.set({ title: `No ${n}`, due: MONDAY + DAY + n * 60_000 })));
    await school.set({ title: 'Tomorrow', due: MONDAY + DAY + 20 * HOUR });
    at(MONDAY + HOUR);
    await remindDue();
    expect(await sendCalmMails()).toBeGreaterThan(0);
    expect(await mails()).toBe(1);
    at(MONDAY + 9 * HOUR);
    await school.set({ title: 'New', due: MONDAY + DAY + 8 * HOUR });
    await remindDue();
    await sendCalmMails();
    expect(await mails()).toBe(1);
    at(MONDAY + DAY - 2 * HOUR + 5 * 60_000);
    await execute("delete from pgboss.job where name = 'mail-tiding'");
    await remindDue();
    expect(await count("select count(*) as n from pgboss.job where name = 'mail-tiding'")).toBeGreaterThanOrEqual(3);
    await sendCalmMails();
    expect(await mails()).toBe(2);
  });

  it('say days ahead that a plan does not fit, once', async () => {
    await school.set({ title: 'Huge', due: MONDAY + 4 * DAY, expectedMinutes: 3000 });
    await keepPlanSettings(school.ilse, { hours: USUAL_HOURS, sitting: USUAL_SITTING });
    await watchPlans();
    await watchPlans();
    at(MONDAY + DAY);
    await watchPlans();
    expect(await heard()).toEqual(['plan-short']);
  });
});

describe('a device', () => {
  it('is forgotten where its address leads inside, or its keys are none', async () => {
    const keys = createECDH('prime256v1');
    const p256dh = keys.generateKeys('base64url');
    const auth = randomBytes(16).toString('base64url');
    await addDevice(school.ilse, { endpoint: 'http://127.0.0.1:5432/push', keys: { p256dh, auth }, agent: '' });
    await addDevice(school.ilse, {
      endpoint: 'https://push.example/x',
      keys: { p256dh: 'x'.repeat(30), auth },
      agent: ''
    });
    expect(await countDevices(school.ilse)).toBe(2);
    await school.set({ due: MONDAY + 2 * HOUR });
    await remindDue();
    expect(await pushDue()).toBe(0);
    expect(await countDevices(school.ilse)).toBe(0);
  });

  it('makes room for a new one, and goes with whoever signs in on it', async () => {
    const device = (n: number) => ({
      endpoint: `https://push.example/${n}`,
      keys: { p256dh: 'x'.repeat(30), auth: 'y'.repeat(10) },
      agent: ''
    });
    for (let n = 0; n < 12; n++) {
      at(MONDAY + n * 1000);
      await addDevice(school.ilse, device(n));
    }
    expect(await countDevices(school.ilse)).toBe(10);
    await addDevice(school.teodor, device(11));
    expect([await countDevices(school.ilse), await countDevices(school.teodor)]).toEqual([9, 1]);
  });
});
