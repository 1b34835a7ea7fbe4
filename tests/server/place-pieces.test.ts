import { beforeEach, describe, expect, it } from 'vitest';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { declaredSite, declareSite } from '$server/links/own-site';
import { NotHere } from '$server/outcome';
import { placePiece } from '$server/gathering/arrange-pieces';
import { submitPacket } from '$server/rounds/submit';
import { attach, key, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
let assignmentId: string;
let places: Record<string, string>;
beforeEach(async () => {
  school = await smallCourse();
  assignmentId = await school.set({
    deliverables: [
      { title: 'Notes', wants: { types: ['txt'], howMany: { from: 1, to: 2 } } },
      { title: 'Data', wants: { types: ['csv'] } }
    ]
  });
  const { deliverables } = await readAssignment(school.ilse, assignmentId);
  places = Object.fromEntries(deliverables.map(({ title, id }) => [title, id]));
  for (const name of ['one.txt', 'two.txt', 'three.txt', 'pools.csv'])
    await attach(school.ilse, assignmentId, name, name);
});

const pieces = async () => (await readOwnPacket(await readAssignment(school.ilse, assignmentId))).pieces;
const idOf = async (name: string) => (await pieces()).find((piece) => piece.name === name)?.id ?? '';
const put = async (name: string, place: string | null, index: number) =>
  placePiece(school.ilse, {
    assignmentId,
    pieceId: await idOf(name),
    deliverableId: place === null ? null : (places[place] ?? ''),
    index
  });
const lying = async (place: string | null) =>
  (await pieces())
    .filter(({ deliverableId }) => deliverableId === (place === null ? null : places[place]))
    .map(({ name }) => name);

describe('putting a piece somewhere in the packet', () => {
  it('changes the order within a place', async () => {
    expect(await put('pools.csv', null, 0)).toEqual({ ok: true });
    expect(await lying(null)).toEqual(['pools.csv', 'one.txt', 'two.txt', 'three.txt']);
    await put('pools.csv', null, 99);
    expect(await lying(null)).toEqual(['one.txt', 'two.txt', 'three.txt', 'pools.csv']);
  });

  it('moves it to another place at the spot where it was let go', async () => {
    await put('one.txt', 'Notes', 0);
    await put('two.txt', 'Notes', 0);
    expect(await lying('Notes')).toEqual(['two.txt', 'one.txt']);
    expect(await lying(null)).toEqual(['three.txt', 'pools.csv']);
  });

  it('refuses where it does not fit, and leaves it where it was', async () => {
    expect(await put('pools.csv', 'Notes', 0)).toEqual({ ok: false, why: 'wrong-type' });
    await put('one.txt', 'Notes', 0);
    await put('two.txt', 'Notes', 0);
    expect(await put('three.txt', 'Notes', 0)).toEqual({ ok: false, why: 'place-full' });
    expect(await lying(null)).toEqual(['three.txt', 'pools.csv']);
  });

  it('is the student’s alone, and over once the round is submitted', async () => {
    const pieceId = await idOf('one.txt');
    const input = { assignmentId, pieceId, deliverableId: null, index: 0 };
    await expect(placePiece(school.teodor, input)).rejects.toThrow(NotHere);
    await submitPacket(school.ilse, { assignmentId, key: key() });
    expect(await placePiece(school.ilse, input)).toMatchObject({ ok: false });
    await expect(
      placePiece(school.ilse, { ...input, deliverableId: '00000000-0000-4000-8000-000000000000' })
    ).resolves.toMatchObject({ ok: false });
  });
});

describe('the site on which a student publishes', () => {
  it('is declared, changed and taken back', async () => {
    expect(await declaredSite(school.ilse)).toBeNull();
    expect(await declareSite(school.ilse, { url: 'notes.example/ilse' })).toEqual({ ok: true });
    expect(await declaredSite(school.ilse)).toBe('https://notes.example/ilse');
    await declareSite(school.ilse, { url: 'http://other.example' });
    expect(await declaredSite(school.ilse)).toBe('http://other.example/');
    expect(await declaredSite(school.teodor)).toBeNull();
    await declareSite(school.ilse, { url: '  ' });
    expect(await declaredSite(school.ilse)).toBeNull();
  });

  it('stays as it was where no web address is given', async () => {
    await declareSite(school.ilse, { url: 'notes.example' });
    expect(await declareSite(school.ilse, { url: 'my notebook' })).toEqual({ ok: false, why: 'no-address' });
    expect(await declareSite(school.ilse, { url: 'javascript:alert(1)' })).toEqual({ ok: false, why: 'no-address' });
    expect(await declaredSite(school.ilse)).toBe('https://notes.example/');
  });
});
