import webpush from 'web-push';
import { z } from 'zod';
import { PUSHED, TIDINGS, type Kind } from '$core/tidings/kinds';
import type { TidingFacts } from '$core/tidings/views';
import { tidingWords } from '$core/tidings/words';
import { HOUR } from '$core/time/moment';
import { quietSql } from '$core/reminders/settings';
import type { Actor } from '$core/people/policy';
import { clock } from '../clock';
import { config } from '../config';
import { execute, select } from '../db/connection';
import { postGuarded } from '../links/post-guarded';
import { Unreached } from '../links/fetch-guarded';
import { simulatedSite } from '../links/simulated-site';
import { log } from '../log';

const AT_ONCE = 200;
/** What could not be shown for so long is old: it stands under the tidings. */
const FRESH = 2 * HOUR;
const MOST_DEVICES = 10;

/** A device as its browser describes it (Push API, W3C). */
export const PushDevice = z.object({
  endpoint: z.url().max(1000),
  keys: z.object({ p256dh: z.string().min(20).max(200), auth: z.string().min(8).max(100) }),
  agent: z.string().max(200).default('')
});

/** The server's own keys (VAPID, RFC 8292), made when they are first asked for; every process uses the same. */
export async function vapidKeys(): Promise<{ publicKey: string; privateKey: string }> {
  const [row] = await select(Keys, VAPID);
  if (row) return row.value;
  const made = webpush.generateVAPIDKeys();
  await execute("insert into settings (key, value) values ('vapid', $1) on conflict (key) do nothing", [
    JSON.stringify(made)
  ]);
  const [kept] = await select(Keys, VAPID);
  if (!kept) throw new Error('The keys that were just kept are gone.');
  return kept.value;
}
const VAPID = "select value from settings where key = 'vapid'";
const Keys = z.object({ value: z.object({ publicKey: z.string(), privateKey: z.string() }) });

/** Lets a device of a person be shown what concerns them. The device that was there for longest makes room. */
export async function addDevice(
  person: Actor,
  { endpoint, keys, agent }: z.infer<typeof PushDevice>
): Promise<{ ok: true }> {
  await execute(
    `insert into push_subscriptions (person_id, endpoint, p256dh, auth, agent, at) values ($1, $2, $3, $4, $5, $6)
     on conflict (endpoint) do update set person_id = excluded.person_id, p256dh = excluded.p256dh, auth = excluded.auth`,
    [person.id, endpoint, keys.p256dh, keys.auth, agent, new Date(clock.now())]
  );
  await execute(
    `delete from push_subscriptions where person_id = $1 and id not in
       (select id from push_subscriptions where person_id = $1 order by at desc, id limit ${MOST_DEVICES})`,
    [person.id]
  );
  return { ok: true };
}

/** Shows nothing on any device of a person any more. */
export async function dropDevices(person: Actor): Promise<void> {
  await execute('delete from push_subscriptions where person_id = $1', [person.id]);
}

/** On how many devices a person is shown what concerns them. */
export async function countDevices(person: Actor): Promise<number> {
  const [row] = await select(
    z.object({ count: z.number() }),
    'select count(*)::int as count from push_subscriptions where person_id = $1',
    [person.id]
  );
  return row?.count ?? 0;
}

/**
 * Shows what happened on the devices of whoever lets it: each tiding once, not in their quiet hours, and nothing of it to the service that
 * carries it (RFC 8291). A device that is gone is forgotten.
 *
 * @returns how many messages were taken
 */
export async function pushDue(): Promise<number> {
  const now = clock.now();
  const rows = await select(Row, DUE, [new Date(now), new Date(now - FRESH), [...PUSHED], AT_ONCE]);
  if (rows.length === 0) return 0;
  const keys = await vapidKeys();
  const allowed = await simulatedSite();
  const vapidDetails = { subject: `mailto:${config.mailFrom}`, ...keys };
  // All at once: one service that is slow keeps nobody else's waiting.
  const taken = await Promise.all(
    rows.map(async ({ endpoint, p256dh, auth, zone, href, ...tiding }) => {
      const payload = JSON.stringify({ title: 'Vendro', body: tidingWords(tiding, zone, now), href });
      try {
        const device = { endpoint, keys: { p256dh, auth } };
        const { headers, body } = webpush.generateRequestDetails(device, payload, { vapidDetails, TTL: 3600 });
        const plain = Object.fromEntries(Object.entries(headers).map(([name, value]) => [name, String(value)]));
        const status = await postGuarded(endpoint, plain, body ?? Buffer.alloc(0), allowed);
        if (status === 404 || status === 410) await forget(endpoint);
        return status < 300;
      } catch (error) {
        if (error instanceof Unreached && error.why !== 'private') return false;
        // Keys that are none, an address that leads nowhere outside: this device cannot be reached, ever.
        if (!(error instanceof Unreached)) log.warn({ err: error }, 'a device could not be reached');
        await forget(endpoint);
        return false;
      }
    })
  );
  return taken.filter(Boolean).length;
}

const forget = (endpoint: string) => execute('delete from push_subscriptions where endpoint = $1', [endpoint]);

const Row = z.object({
  endpoint: z.string(),
  p256dh: z.string(),
  auth: z.string(),
  zone: z.string(),
  href: z.string(),
  kind: z.custom<Kind>((kind) => typeof kind === 'string' && kind in TIDINGS),
  title: z.string(),
  facts: z.custom<TidingFacts>()
});
/** Noted as shown in the statement that finds them: two processes do not show one thing twice. */
const DUE = `
  with due as (
    update tidings t set pushed_at = $1 from people p left join reminder_settings r on r.person_id = p.id
    where p.id = t.person_id and t.id in (select d.id from tidings d where d.kind = any($3::text[]) and d.pushed_at is null
        and d.read_at is null and d.at > $2 and d.person_id in (select person_id from push_subscriptions) limit $4)
      and not ${quietSql('$1')}
    returning t.id, t.person_id, t.kind, t.href, t.data, t.assignment_id, t.course_id, p.zone
  )
  select s.endpoint, s.p256dh, s.auth, d.zone, d.href, d.kind, coalesce(d.data->>'title', a.title, c.title, '') as title, d.data as facts
  from due d join push_subscriptions s on s.person_id = d.person_id
  left join assignments a on a.id = d.assignment_id left join courses c on c.id = d.course_id`;
