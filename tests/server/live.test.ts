import { describe, expect, it } from 'vitest';
import { inTransaction } from '$server/db/connection';
import { announce } from '$server/live/announce';
import { concerns, listen } from '$server/live/hub';
import { liveStream } from '$server/live/stream';
import { submitPacket } from '$server/packets/submit';
import { attach, key, smallCourse } from './kit';

const of = (personId: string, studies: string[] = [], teaches: string[] = []) => ({
  personId,
  studies: new Set(studies),
  teaches: new Set(teaches)
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
    tell: () => {
      times++;
      tell();
    }
  });
  return { told, stop, times: () => times };
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
    const reader = (await liveStream(school.teacher)).getReader();
    const next = async () => new TextDecoder().decode((await reader.read()).value);
    expect(await next()).toContain('event: ready');
    const id = await school.set({ title: 'Nobody must read this' });
    await attach(school.ilse, id);
    await submitPacket(school.ilse, { assignmentId: id, key: key() });
    expect(await next()).toBe('event: changed\ndata: \n\n');
    await reader.cancel();
  });
});
