import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { compactVerify, createLocalJWKSet } from 'jose';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import yauzl from 'yauzl';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { NotHere } from '$server/outcome';
import { submitPacket } from '$server/rounds/submit';
import { bagOf } from '$server/receipts/bag';
import { readReceipt } from '$server/receipts/read-receipt';
import { publicKeys } from '$server/receipts/school-key';
import { at, attach, HOUR, key, MONDAY, smallCourse } from './kit';

type School = Awaited<ReturnType<typeof smallCourse>>;
let school: School;
let assignmentId: string;
let number: string;
const folder = mkdtempSync(join(tmpdir(), 'vendro-bag-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

beforeAll(async () => {
  at(MONDAY);
  school = await smallCourse();
  assignmentId = await school.set({ due: MONDAY - HOUR });
  await attach(school.ilse, assignmentId, 'Low water at noon.', 'report 100 %.txt');
  await attach(school.ilse, assignmentId, 'Kelp above, rope below.', 'notes.txt');
  const submitted = await submitPacket(school.ilse, { assignmentId, key: key() });
  if (!submitted.ok) throw new Error(submitted.why);
  number = submitted.receipt;
});

const sha = (text: string) => createHash('sha256').update(text).digest('hex');

/** Unpacks a bag with the names as they stand in the archive. */
async function unpack(into: string): Promise<string> {
  const { receipt, jws } = await readReceipt(school.ilse, number);
  const path = join(into, 'bag.zip');
  mkdirSync(into, { recursive: true });
  writeFileSync(path, await buffer(await bagOf(receipt, jws)));
  const zip = await yauzl.openPromise(path, { lazyEntries: true, autoClose: false });
  for await (const entry of zip.eachEntry()) {
    const to = join(into, entry.fileName);
    mkdirSync(entry.fileName.endsWith('/') ? to : dirname(to), { recursive: true });
    if (!entry.fileName.endsWith('/')) writeFileSync(to, await buffer(await zip.openReadStreamPromise(entry)));
  }
  zip.close();
  return join(into, `receipt-${number}`);
}

describe('a receipt', () => {
  it('says what was received, when, how timely, and what each piece is', async () => {
    const { receipt } = await readReceipt(school.ilse, number);
    expect(receipt).toMatchObject({
      number,
      round: 1,
      receivedAt: MONDAY,
      due: MONDAY - HOUR,
      lateSeconds: 3600,
      points: 20,
      takeBack: { possible: true }
    });
    expect(receipt.pieces).toMatchObject([
      { kind: 'file', place: null, name: 'report 100 %.txt', size: 18, sha256: sha('Low water at noon.') },
      { kind: 'file', place: null, name: 'notes.txt', sha256: sha('Kelp above, rope below.') }
    ]);
  });

  it('is one for a round, however often the request comes, and stands beside it', async () => {
    const other = await school.set();
    await attach(school.teodor, other);
    const once = key();
    const [first, second] = await Promise.all([
      submitPacket(school.teodor, { assignmentId: other, key: once }),
      submitPacket(school.teodor, { assignmentId: other, key: once })
    ]);
    expect(second).toEqual(first);
    const { rounds } = await readOwnPacket(await readAssignment(school.teodor, other));
    expect(rounds.map(({ receipt }) => receipt)).toEqual([first.ok && first.receipt]);
  });

  it('is read by the student and the teacher, and is not there for anyone else', async () => {
    expect((await readReceipt(school.teacher, number)).receipt.number).toBe(number);
    for (const other of [school.teodor, school.stranger])
      await expect(readReceipt(other, number)).rejects.toThrow(NotHere);
    await expect(readReceipt(school.ilse, '2222-2222-2222')).rejects.toThrow(NotHere);
  });

  it('is signed with a key that anyone can fetch, and no longer holds once a letter was changed', async () => {
    const { receipt, jws } = await readReceipt(school.ilse, number);
    const keys = createLocalJWKSet(await publicKeys());
    const { payload } = await compactVerify(jws, keys);
    expect(JSON.parse(new TextDecoder().decode(payload))).toEqual(receipt);
    const [header, , signature] = jws.split('.');
    const other = Buffer.from(JSON.stringify({ ...receipt, receivedAt: MONDAY - 2 * HOUR })).toString('base64url');
    await expect(compactVerify(`${header}.${other}.${signature}`, keys)).rejects.toThrow();
  });

  it('publishes no private half', async () => {
    for (const jwk of (await publicKeys()).keys) expect(Object.keys(jwk)).not.toContain('d');
  });
});

const PYTHON = `
import json, sys
from jwcrypto import jwk, jws
keys = jwk.JWKSet.from_json(open(sys.argv[1]).read())
token = jws.JWS()
token.deserialize(open(sys.argv[2]).read())
token.verify(keys.get_key(token.jose_header['kid']))
print(json.loads(token.payload)['number'])
`;

describe('another library than the one that signed', () => {
  const verify = (jwks: string, jws: string) =>
    execFileSync('/usr/bin/python3', ['-c', PYTHON, jwks, jws], { encoding: 'utf8', stdio: 'pipe' }).trim();

  it('verifies the receipt, and refuses one that was tampered with', async () => {
    const { receipt, jws } = await readReceipt(school.ilse, number);
    const [keys, good, bad] = ['keys.json', 'good.jws', 'bad.jws'].map((name) => join(folder, name)) as [
      string,
      string,
      string
    ];
    writeFileSync(keys, JSON.stringify(await publicKeys()));
    writeFileSync(good, jws);
    const [header, , signature] = jws.split('.');
    const forged = Buffer.from(JSON.stringify({ ...receipt, lateSeconds: 0 })).toString('base64url');
    writeFileSync(bad, `${header}.${forged}.${signature}`);
    expect(verify(keys, good)).toBe(number);
    expect(() => verify(keys, bad)).toThrow(/InvalidJWSSignature|Verification failed/);
  });
});

describe('a bag (RFC 8493, clause by clause)', () => {
  let bag: string;
  beforeAll(async () => {
    bag = await unpack(join(folder, 'sound'));
  });
  const text = (name: string) => readFileSync(join(bag, name), 'utf8');
  const lines = (name: string) => text(name).trimEnd().split('\n');
  const payload = () => readdirSync(join(bag, 'data', 'Also')).map((name) => `data/Also/${name}`);

  it('2: consists of a base folder with the declaration, a payload folder and a manifest', () => {
    expect(readdirSync(bag).sort()).toEqual([
      'bag-info.txt',
      'bagit.txt',
      'data',
      'manifest-sha256.txt',
      'receipt.json',
      'receipt.jws',
      'tagmanifest-sha256.txt'
    ]);
  });

  it('2.1.1: declares its version and encoding in exactly two lines, without a byte-order mark', () => {
    expect(text('bagit.txt')).toBe('BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n');
  });

  it('2.1.3: lists every payload file exactly once, by names that need no encoding', () => {
    const listed = lines('manifest-sha256.txt').map((line) => /^([0-9a-f]{64}) {2}(data\/.+)$/.exec(line)?.[2] ?? '');
    expect(listed.sort()).toEqual(payload().sort());
    expect(listed).toContain('data/Also/report 100 -.txt');
  });

  it('2.2.1: lists every tag file but itself in the tag manifest, and no payload file', () => {
    const listed = lines('tagmanifest-sha256.txt').map((line) => line.slice(66));
    expect(listed.sort()).toEqual(['bag-info.txt', 'bagit.txt', 'manifest-sha256.txt', 'receipt.json', 'receipt.jws']);
  });

  it('2.2.2: says of itself how many octets and files there are', () => {
    const octets = payload().reduce((sum, path) => sum + readFileSync(join(bag, path)).length, 0);
    expect(lines('bag-info.txt')).toContain(`Payload-Oxum: ${octets}.2`);
    expect(lines('bag-info.txt')).toContain(`External-Identifier: ${number}`);
  });

  it('3: is valid: sha256sum finds every file of both manifests as it was', async () => {
    const check = (name: string) => execFileSync('sha256sum', ['-c', '--strict', name], { cwd: bag, encoding: 'utf8' });
    expect(check('tagmanifest-sha256.txt').match(/: OK/g)).toHaveLength(5);
    expect(check('manifest-sha256.txt').match(/: OK/g)).toHaveLength(2);
  });

  it('3: is no longer valid once a byte of a piece was changed', async () => {
    const tampered = await unpack(join(folder, 'tampered'));
    writeFileSync(join(tampered, 'data', 'Also', 'notes.txt'), 'Rope above, kelp below.');
    writeFileSync(join(folder, 'list.txt'), readFileSync(join(tampered, 'manifest-sha256.txt'), 'utf8'));
    expect(() =>
      execFileSync('sha256sum', ['-c', '--strict', '../../list.txt'], {
        cwd: tampered,
        stdio: 'pipe',
        encoding: 'utf8'
      })
    ).toThrow(/WARNING: 1 computed checksum did NOT match/);
  });
});
