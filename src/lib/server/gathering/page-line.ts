import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { SECOND } from '$core/time/moment';
import { select } from '../db/connection';
import { hearChanges } from '../live/hub';
import { announceLine, joinLine, LINE_CHANNEL, lineNews, type LineNews, type Standing } from '../live/lines';
import { readPage } from './write-page';
import type { OnePiece } from './arranging';

/** What is heard within this time goes out together. */
const GATHER = 30;
/** Who still may read is asked so often. */
const ASKS = 20 * SECOND;
/** After this the stream ends and the browser comes back. */
const LASTS = 15 * 60 * SECOND;
/** Bytes that wait for somebody whose line is slow, before it is ended: they come back and read what they missed. */
const MOST_WAITING = 1_000_000;
/** Streams of one person at a time, and of one page. */
const MOST_OWN = 12;
const streams = new Map<string, number>();

/**
 * What is written on a page while somebody has it open, and where the others stand on it, as server-sent events (HTML Living
 * Standard, 9.2): `wrote` ([count, base64][]), `upTo` (a count: ask for what is missing), `here` and `gone` (windows), `parts`, `hello` (somebody
 * has come: say where you are).
 *
 * @param window by which the page's writings know this window
 * @returns null where this person has as many open as anybody may
 * @throws NotHere where there is no such page of theirs
 */
export async function followPage(
  person: Actor,
  page: OnePiece,
  { window, signedIn }: { window: number; signedIn: () => Promise<boolean> }
): Promise<ReadableStream<Uint8Array> | null> {
  if ((streams.get(person.id) ?? 0) >= MOST_OWN) return null;
  await mayRead(person, page);
  await hearChanges();
  const text = new TextEncoder();
  let end: () => void = () => undefined;
  return new ReadableStream<Uint8Array>(
    {
      start(controller) {
        let waiting = '';
        let timer: ReturnType<typeof setTimeout> | null = null;
        const send = (line: string) => {
          waiting += line;
          timer ??= setTimeout(() => {
            timer = null;
            // Whoever does not read is not waited for: what they miss they ask for when they are back.
            if ((controller.desiredSize ?? 0) <= 0) return end();
            controller.enqueue(text.encode(waiting));
            waiting = '';
          }, GATHER);
        };
        const hear = (news: LineNews) => {
          const said = asEvents(news);
          if (said !== '') send(said);
        };
        const leave = joinLine(page.pieceId, hear);
        const asks = setInterval(() => {
          send(': still here\n\n');
          Promise.all([signedIn(), mayRead(person, page)])
            .then(([still]) => !still && end())
            .catch(() => end());
        }, ASKS);
        const over = setTimeout(() => end(), LASTS);
        streams.set(person.id, (streams.get(person.id) ?? 0) + 1);
        end = () => {
          end = () => undefined;
          leave();
          if (timer) clearTimeout(timer);
          clearInterval(asks);
          clearTimeout(over);
          const left = (streams.get(person.id) ?? 1) - 1;
          if (left > 0) streams.set(person.id, left);
          else streams.delete(person.id);
          void announceLine({ page: page.pieceId, gone: window }).catch(() => undefined);
          try {
            controller.close();
          } catch {
            // It was cancelled from the other side.
          }
        };
        send('retry: 1500\nevent: ready\ndata: \n\n');
        void announceLine({ page: page.pieceId, hello: true }).catch(() => undefined);
      },
      cancel: () => end()
    },
    new ByteLengthQueuingStrategy({ highWaterMark: MOST_WAITING })
  );
}

/** Says where somebody stands on a page; nothing where it is not theirs. @param at null where they stand nowhere */
export async function say(person: Actor, page: OnePiece, window: number, at: Standing | null): Promise<void> {
  const here = lineNews({ page: page.pieceId, here: { window, personId: person.id, at } });
  await select(z.unknown(), SAY, [page.pieceId, person.id, here, String(window)]);
}

async function mayRead(person: Actor, page: OnePiece): Promise<void> {
  await readPage(person, { ...page, since: Number.MAX_SAFE_INTEGER });
}

function asEvents({ wrote, upTo, here, gone, parts, hello }: LineNews): string {
  const event = (name: string, data: unknown) => `event: ${name}\ndata: ${JSON.stringify(data)}\n\n`;
  return [
    wrote && event('wrote', wrote),
    upTo !== undefined && event('upTo', upTo),
    here && event('here', here),
    gone !== undefined && event('gone', gone),
    parts && event('parts', true),
    hello && event('hello', true)
  ]
    .filter(Boolean)
    .join('');
}

/** A window that somebody else has written in is not theirs to stand in. */
const SAY = `
  select pg_notify('${LINE_CHANNEL}', $3)::text from pieces i join packets p on p.id = i.packet_id
  join party_members m on m.party_id = p.party_id and m.person_id = $2
  left join page_drafts d on d.piece_id = i.id
  where i.id = $1 and coalesce(d.writers ->> $4, $2::text) = $2::text`;
