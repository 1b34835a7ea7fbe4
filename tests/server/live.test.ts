import { describe, expect, it } from 'vitest';
import { CUSTODY_EVENT_TYPES } from '$core/packets/events';
import type { Actor } from '$core/people/policy';
import { inTransaction } from '$server/db/connection';
import { closeSession, findSession, openSession } from '$server/auth/sessions';
import { announce } from '$server/live/announce';
import { audienceOf } from '$server/live/publish';
import { concerns, hearChanges, listen } from '$server/live/hub';
import { mark } from '$server/live/recent-changes';
import { liveStream } from '$server/live/stream';
import { submitPacket } from '$server/rounds/submit';
import { attach, key, smallCourse } from './kit';

const of = (personId: string, studies: string[] = [], teaches: string[] = []) => ({
  personId,
  studies: new Set(studies),
  teaches: new Set(teaches)
});

describe('who hears of what', () => {
  const facts = { assignmentId: 'a', courseId: 'c', followsDrafts: false };
  const packet = { members: ['ilse', 'teodor'], facts };
  it.each(CUSTODY_EVENT_TYPES)('%s of a packet reaches everyone of its party', (type) =>
    expect(audienceOf({ what: 'custody', packet, events: [type] })).toMatchObject({
      people: ['ilse', 'teodor'],
      about: ['assignment:a', 'work']
    })
  );

  it('a private change of a draft tells nobody else, unless the teachers follow drafts', () => {
    const draft = { what: 'custody', packet, events: ['opened', 'piece-added'] } as const;
    expect(audienceOf(draft).teachersOf).toBeUndefined();
    expect(audienceOf({ ...draft, events: ['piece-added', 'submitted'] }).teachersOf).toBe('c');
    const followed = { ...packet, facts: { ...facts, followsDrafts: true } };
    expect(audienceOf({ ...draft, packet: followed }).teachersOf).toBe('c');
    expect(audienceOf({ what: 'pieces-arranged', packet }).teachersOf).toBeUndefined();
  });

  it('an aside is its party’s and the teachers’, the open floor everybody’s', () => {
    const said = { what: 'said', on: { on: 'assignment', id: 'a' }, courseId: 'c' } as const;
    expect(audienceOf({ ...said, people: ['ilse'] })).toMatchObject({ people: ['ilse'], teachersOf: 'c' });
    expect(audienceOf({ ...said, people: ['ilse'] }).course).toBeUndefined();
    expect(audienceOf({ ...said, people: null })).toMatchObject({ course: 'c', about: ['assignment:a', 'course:c'] });
  });
});

describe('whom a change concerns', () => {
  it.each([
    [{ people: ['a'] }, of('a'), true],
    [{ people: ['b'] }, of('a', ['c']), false],
    [{ course: 'c' }, of('a', ['c']), true],
    [{ course: 'c' }, of('a', [], ['c']), true],
    [{ teachersOf: 'c' }, of('a', ['c']), false],
    [{ teachersOf: 'c' }, of('a', [], ['c']), true],
    [{}, of('a', ['c'], ['c']), false]
  ])('%j, %j: %s', (change, listener, yes) => expect(concerns(change, listener)).toBe(yes));
});

/** Waits for the next telling, without looking at a clock. */
async function listenFor(personId: string) {
  let tell: () => void = () => undefined;
  const told = new Promise<void>((resolve) => (tell = resolve));
  let times = 0;
  const stop = await listen({
    ...of(personId),
    mayHaveEnded: () => undefined,
    tell: () => {
      times++;
      tell();
    }
  });
  return { told, stop, times: () => times };
}

const standing = (token: string) => async () => (await findSession(token)) !== null;

async function streamFor(who: Actor, since: string | null) {
  const { token } = await openSession(who.id, 'test');
  const stream = await liveStream(who, standing(token), since);
  if (!stream) throw new Error('too many streams');
  const reader = stream.getReader();
  return { reader, token, next: async () => new TextDecoder().decode((await reader.read()).value) };
}

describe('the live channel', () => {
  it('tells on commit, and not what was rolled back', async () => {
    const school = await smallCourse();
    // From the moment on that it listens, nothing is missed.
    const ilse = await listenFor(school.ilse.id);
    await inTransaction(async (tx) => {
      await announce({ people: [school.ilse.id] }, tx);
      throw new Error('changed my mind');
    }).catch(() => undefined);
    const after = await listenFor('after');
    await announce({ people: ['after'] });
    await after.told;
    expect(ilse.times()).toBe(0);
    const id = await school.set();
    await attach(school.ilse, id);
    await submitPacket(school.ilse, { assignmentId: id, key: key() });
    await ilse.told;
    ilse.stop();
    after.stop();
  });

  it('streams to a browser that something has changed, and nothing of what', async () => {
    const school = await smallCourse();
    await hearChanges();
    const { next, reader } = await streamFor(school.teacher, mark());
    expect(await next()).toContain('event: ready');
    const id = await school.set({ title: 'Nobody must read this' });
    await attach(school.ilse, id);
    await submitPacket(school.ilse, { assignmentId: id, key: key() });
    expect(await next()).toMatch(/^id: [0-9a-f]{8}\.\d+\nevent: changed\ndata: \[.*\]\n\n$/);
    await reader.cancel();
  });

  it('ends with the session that listens, and with no other', async () => {
    const school = await smallCourse();
    await hearChanges();
    const here = await streamFor(school.ilse, mark());
    const there = await streamFor(school.ilse, mark());
    await Promise.all([here.next(), there.next()]);
    await closeSession(here.token);
    expect((await here.reader.read()).done).toBe(true);
    await announce({ people: [school.ilse.id] });
    expect(await there.next()).toContain('event: changed');
    await there.reader.cancel();
  });

  it('is open so many times for one person and no more', async () => {
    const school = await smallCourse();
    const { token } = await openSession(school.teodor.id, 'test');
    const open = async () => liveStream(school.teodor, standing(token), null);
    const streams = [];
    for (let i = 0; i < 24; i++) {
      const stream = await open();
      await stream?.getReader().read();
      streams.push(stream);
    }
    expect(streams).not.toContain(null);
    expect(await open()).toBeNull();
    expect(await liveStream(school.ilse, standing(token), null)).not.toBeNull();
  });

  it('tells whoever comes later what has changed since their page was drawn, if it concerns them', async () => {
    const school = await smallCourse();
    await hearChanges();
    const drawn = mark();
    const other = await listenFor(school.teodor.id);
    await announce({ people: [school.ilse.id] });
    await announce({ people: [school.teodor.id] });
    await other.told;
    other.stop();
    const first = async (who: Actor, since: string | null) => {
      const { next, reader } = await streamFor(who, since);
      expect(await next()).toContain('event: ready');
      // What was missed is told before anything that happens from now on.
      const then = mark();
      await announce({ people: [who.id] });
      const told = await next();
      await reader.cancel();
      return told.startsWith(`id: ${then}\n`) ? 'what was missed' : 'only what came then';
    };
    expect(await first(school.ilse, drawn)).toBe('what was missed');
    expect(await first(school.teacher, drawn)).toBe('only what came then');
    expect(await first(school.ilse, mark())).toBe('only what came then');
    for (const unknown of [null, 'ffffffff.3']) expect(await first(school.ilse, unknown)).toBe('what was missed');
  });
});
