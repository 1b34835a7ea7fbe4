import { beforeEach, describe, expect, it } from 'vitest';
import { z } from 'zod';
import yauzl from 'yauzl';
import { readChildren, readOwnDigests, sendDigests } from '$server/family/digests';
import {
  confirmGuardian,
  endByLink,
  endGuardian,
  inviteGuardian,
  openGuardianLink,
  readGuardians
} from '$server/family/guardians';
import {
  giveSupporter,
  readOwnSupporters,
  readSupported,
  readSupportedStudent,
  writeSupportNote
} from '$server/family/supporters';
import { blobPath } from '$server/blobs/store';
import { select } from '$server/db/connection';
import { returnRound } from '$server/marking/return-round';
import { NotHere } from '$server/outcome';
import { askForOwnData, makeOwnData, openOwnData, readOwnData } from '$server/own/own-data';
import { post } from '$server/threads/say';
import { readTidings } from '$server/tidings/read-tidings';
import { at, attach, DAY, handIn, HOUR, key, MONDAY, officePerson, packetOf, person, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeEach(async () => {
  school = await smallCourse();
});
const named = (who: typeof school.ilse) => ({ ...who, name: 'Somebody' });
const SUNDAY = Date.parse('2027-03-14T17:30:00Z');
const tokenOf = async (email: string) =>
  (
    await select(
      z.object({ token: z.string() }),
      'select token from guardianships where email = $1 order by invited_at desc limit 1',
      [email]
    )
  )[0]?.token ?? '';
const mailsTo = (email: string) =>
  select(z.object({ body: z.string() }), 'select body from mails where to_address = $1 order by at', [email]);
const invite = (who: typeof school.ilse, email: string, of = school.ilse) =>
  inviteGuardian(named(who), { studentId: of.id, email, name: '' });

describe('a family’s summary', () => {
  it('is sent from when whoever has the address said yes, until it is ended', async () => {
    const email = `henrik-${key()}@skerrow.example`;
    await handIn(school.ilse, await school.set({ title: 'Count', due: MONDAY + DAY }));
    await school.set({ title: 'Never begun', due: MONDAY + DAY });
    await post(school.ilse, { body: 'Between us.', assignmentId: await school.set(), to: 'aside' }, []);
    expect(await invite(school.ilse, email)).toEqual({ ok: true });
    expect(await invite(school.teacher, email.toUpperCase())).toMatchObject({ why: 'invited-already' });
    at(SUNDAY);
    await sendDigests();
    expect(await mailsTo(email)).toHaveLength(1);
    at(MONDAY + 2 * HOUR);
    const token = await tokenOf(email);
    expect(await openGuardianLink(token)).toEqual({ student: 'Ilse', confirmed: false, over: false, ended: false });
    expect(await confirmGuardian(token)).toEqual({ ok: true });
    at(SUNDAY);
    await Promise.all([sendDigests(), sendDigests()]);
    const [, digest, none] = await mailsTo(email);
    expect(none).toBeUndefined();
    expect(digest?.body).toContain('Submitted: Count');
    expect(digest?.body).toContain('Overdue, nothing is there: Never begun');
    expect(digest?.body).not.toContain('Between us');
    expect((await readOwnDigests(school.ilse)).map(({ to }) => to)).toEqual([email]);
    expect((await readTidings(school.ilse, null)).tidings.map(({ kind }) => kind)).toContain('digest');
    await endByLink(token);
    at(SUNDAY + 7 * DAY);
    await sendDigests();
    expect(await mailsTo(email)).toHaveLength(2);
    expect(await openGuardianLink(token)).toMatchObject({ ended: true });
    await expect(openGuardianLink('x'.repeat(32))).rejects.toThrow(NotHere);
    expect(await confirmGuardian(token)).toMatchObject({ why: 'summary-invitation-over' });
  });

  it('is invited to by the student, a teacher of theirs and the office, and ended by them; by nobody else', async () => {
    const office = await officePerson();
    for (const [i, who] of [school.ilse, school.teacher, office].entries())
      expect(await invite(who, `a${i}-${key()}@skerrow.example`)).toEqual({ ok: true });
    for (const who of [school.teodor, school.stranger]) {
      await expect(invite(who, 'x@skerrow.example')).rejects.toThrow(NotHere);
      await expect(readGuardians(who, school.ilse.id)).rejects.toThrow(NotHere);
    }
    const [first] = await readGuardians(school.teacher, school.ilse.id);
    await expect(endGuardian(school.stranger, first?.id ?? '')).rejects.toThrow(NotHere);
    await endGuardian(school.ilse, first?.id ?? '');
    expect(await readGuardians(office, school.ilse.id)).toHaveLength(2);
    expect(
      await invite(school.ilse, 'x@skerrow.example', school.stranger).catch((error: unknown) => error)
    ).toBeInstanceOf(NotHere);
  });

  it('is over where nobody says yes in two weeks', async () => {
    const email = `slow-${key()}@skerrow.example`;
    await invite(school.ilse, email);
    const token = await tokenOf(email);
    at(MONDAY + 15 * DAY);
    expect(await confirmGuardian(token)).toMatchObject({ why: 'summary-invitation-over' });
    expect(await openGuardianLink(token)).toMatchObject({ over: true });
    expect(await invite(school.ilse, email)).toEqual({ ok: true });
  });

  it('shows a guardian of two children two, and whoever is none nothing', async () => {
    const parent = await person('Henrik');
    const [row] = await select(z.object({ email: z.string() }), 'select email from people where id = $1', [parent.id]);
    const email = row?.email ?? '';
    for (const [i, child] of [school.ilse, school.teodor].entries()) {
      at(MONDAY + i * HOUR);
      await invite(school.teacher, email, child);
      await confirmGuardian(await tokenOf(email));
    }
    await expect(readChildren(parent)).rejects.toThrow(NotHere);
    const guardian = { ...parent, schoolRoles: ['guardian' as const] };
    expect((await readChildren(guardian)).map(({ student }) => student)).toEqual(['Ilse', 'Teodor']);
    expect(JSON.stringify(await readChildren(guardian))).not.toContain('remark');
  });
});

describe('whoever supports a student', () => {
  it('sees what is overdue and came back of those who were given to them, and writes aside', async () => {
    const office = await officePerson();
    const [{ handle } = { handle: '' }] = await select(
      z.object({ handle: z.string() }),
      'select handle from people where id = $1',
      [school.stranger.id]
    );
    await school.set({ title: 'Late', due: MONDAY + HOUR });
    await expect(giveSupporter(school.teacher, { studentId: school.ilse.id, account: handle })).rejects.toThrow(
      NotHere
    );
    expect(await giveSupporter(office, { studentId: school.ilse.id, account: 'nobody-here' })).toMatchObject({
      why: 'no-such-account'
    });
    expect(await giveSupporter(office, { studentId: school.ilse.id, account: handle })).toEqual({ ok: true });
    expect(await giveSupporter(office, { studentId: school.ilse.id, account: handle })).toMatchObject({
      why: 'supports-already'
    });
    at(MONDAY + 2 * HOUR);
    expect(await readSupported(school.stranger)).toMatchObject([{ student: 'Ilse', overdue: 1 }]);
    await expect(readSupportedStudent(school.stranger, school.teodor.id)).rejects.toThrow(NotHere);
    await writeSupportNote(named(school.stranger), { with: school.ilse.id, body: 'Shall we plan it?' });
    at(MONDAY + 3 * HOUR);
    await writeSupportNote(named(school.ilse), { with: school.stranger.id, body: 'Yes.' });
    await expect(writeSupportNote(named(school.teodor), { with: school.ilse.id, body: 'x' })).rejects.toThrow(NotHere);
    expect((await readOwnSupporters(school.ilse))[0]?.notes.map(({ body, own }) => [body, own])).toEqual([
      ['Shall we plan it?', false],
      ['Yes.', true]
    ]);
  });
});

describe('everything of one’s own', () => {
  it('is one ZIP with works, receipts and tables, for its owner alone', async () => {
    const assignmentId = await school.set({ title: 'Count' });
    await attach(school.ilse, assignmentId, 'the counts', '../../counts.txt');
    await handIn(school.ilse, assignmentId, 'more');
    await returnRound(school.teacher, {
      packetId: await packetOf(school.ilse, assignmentId),
      round: 1,
      points: 17,
      remark: '=sum(1)',
      key: key(),
      outcome: 'settled'
    });
    expect(await askForOwnData(school.ilse)).toEqual({ ok: true });
    expect(await askForOwnData(school.ilse)).toMatchObject({ why: 'being-made' });
    const [asked] = await readOwnData(school.ilse);
    await makeOwnData(asked?.id ?? '');
    await makeOwnData(asked?.id ?? '');
    const { file } = await openOwnData(school.ilse, asked?.id ?? '');
    const entries = await unzipped(blobPath(file?.sha256 ?? ''));
    const names = [...entries.keys()];
    expect(names.filter((name) => name.startsWith('works/')).length).toBe(2);
    expect(names.some((name) => name.split('/').includes('..'))).toBe(false);
    expect(names.filter((name) => /^receipts\/.*\.jws$/.test(name))).toHaveLength(1);
    expect(JSON.parse(entries.get('marks.json') ?? '[]')).toMatchObject([{ course: 'Tidal Ecology', points: 17 }]);
    expect(entries.get('marks.csv')).toContain("'=sum(1)");
    await expect(openOwnData(school.teodor, asked?.id ?? '')).rejects.toThrow(NotHere);
    expect((await readTidings(school.ilse, null)).tidings.filter(({ kind }) => kind === 'own-data')).toHaveLength(1);
  });

  it('says where it could not be made', async () => {
    const assignmentId = await school.set();
    await handIn(school.ilse, assignmentId, `lost ${key()}`);
    await askForOwnData(school.ilse);
    const [asked] = await readOwnData(school.ilse);
    const [piece] = await select(
      z.object({ sha256: z.string() }),
      'select sha256 from round_pieces where packet_id = $1',
      [await packetOf(school.ilse, assignmentId)]
    );
    const { rename } = await import('node:fs/promises');
    const path = blobPath(piece?.sha256 ?? '');
    await rename(path, `${path}.away`);
    await makeOwnData(asked?.id ?? '');
    await rename(`${path}.away`, path);
    expect((await readOwnData(school.ilse))[0]).toMatchObject({ failed: true, madeAt: null });
    expect(await askForOwnData(school.ilse)).toEqual({ ok: true });
  });
});

async function unzipped(path: string): Promise<Map<string, string>> {
  return new Promise((resolve, reject) => {
    yauzl.open(path, { lazyEntries: true }, (error, zip) => {
      if (error) return reject(error);
      const entries = new Map<string, string>();
      zip.on('entry', (entry: yauzl.Entry) =>
        zip.openReadStream(entry, (failed, stream) => {
          if (failed) return reject(failed);
          const parts: Buffer[] = [];
          stream.on('data', (part: Buffer) => parts.push(part));
          stream.on('end', () => {
            entries.set(entry.fileName, Buffer.concat(parts).toString('utf8'));
            zip.readEntry();
          });
        })
      );
      zip.on('end', () => resolve(entries));
      zip.readEntry();
    });
  });
}
