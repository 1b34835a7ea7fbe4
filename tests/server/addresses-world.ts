import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { SHAPES, type SourceName } from '$core/materials/source';
import { RECEIPT_NUMBER } from '$core/receipts/number';
import { addMaterial } from '$server/courses/materials';
import { giveNotice } from '$server/courses/notices';
import { inTransaction, select } from '$server/db/connection';
import { registerBlob } from '$server/blobs/register';
import { storeBlob } from '$server/blobs/store';
import { makePortfolio } from '$server/portfolio/shape';
import { createFolder } from '$server/shelf/arrange-shelf';
import { post } from '$server/threads/say';
import { Readable } from 'node:stream';
import { ENDING, FIXED, OF_NOTHING } from './addresses-lists';
import { everyAddress, type Address } from './every-address';
import { at, attach, handIn, key, MONDAY, officePerson, packetOf, person, smallCourse } from './kit';
import { askPlainly, type Answered } from './ask-plainly';
import { cookieOf, serve, type Served } from './served';

export const nameOf = ({ route, method, action }: Address) =>
  `${method} ${route}${action === null ? '' : ` ${action}`}`;

let served: Served;
let school: Awaited<ReturnType<typeof smallCourse>>;
type Cookies = Record<'nobody' | 'teodor' | 'stranger' | 'noCourse' | 'ilse' | 'teacher', string>;
/** Ids of what is Ilse's or her course's, by the route and the name of the parameter. */
export let ids: Record<string, string>;

export let body: Record<string, string>;

/** A small school in which Ilse has done everything once, on a server of its own, and people who look at it from elsewhere. */
export async function layAddresses(): Promise<{
  addresses: Address[];
  cookies: Cookies;
  school: typeof school;
  served: Served;
}> {
  at(MONDAY);
  school = await smallCourse();
  const { ilse, teacher } = school;
  const assignmentId = await school.set();
  await attach(ilse, assignmentId, 'the first count');
  await handIn(ilse, assignmentId, 'the second count');
  const open = await school.set({ title: 'Still open' });
  await attach(ilse, open, 'not submitted');
  const blob = await storeBlob(Readable.from([Buffer.from('station;species')]));
  await inTransaction((tx) => registerBlob(blob, tx));
  const material = await addMaterial(teacher, school.slug, { assignmentId }, { title: 'Key', name: 'key.csv', blob });
  const notice = await giveNotice(teacher, school.slug, { title: 'Boots', body: 'Bring them.' });
  const said = await post(ilse, { body: 'May I?', assignmentId, to: 'aside' }, [{ name: 'a.txt', blob }]);
  await createFolder(ilse, { name: 'Mine' });
  // A course of somebody else's, in which the stranger teaches.
  const other = await smallCourse();
  const office = await officePerson();
  const one = async (sql: string, bind: unknown[] = []) =>
    (await select(z.object({ id: z.string() }), sql, bind))[0]?.id ?? randomUUID();
  const packet = await packetOf(ilse, assignmentId);
  const piece = await one('select p.id from pieces p join packets k on k.id = p.packet_id where k.assignment_id = $1', [
    open
  ]);
  const submitted = await one('select id from round_pieces where packet_id = $1', [packet]);
  const shelfFile = await one('select id from shelf_files where owner_id = $1', [ilse.id]);
  const folder = await one('select id from shelf_folders where owner_id = $1', [ilse.id]);
  const receipt = await one('select number as id from receipts where packet_id = $1', [packet]);
  const postId = said.ok ? said.id : '';
  const made = await makePortfolio(ilse, { title: 'The shore' });
  const shore = made.ok ? made.id : '';
  const shorePage = await one('select id from portfolio_pages where portfolio_id = $1', [shore]);
  const tiding = await one('select id from tidings where person_id = $1', [ilse.id]);
  ids = {
    'assignments id': assignmentId,
    'marking packet': packet,
    'reading id': await one(
      `insert into peer_readings (packet_id, round_no, reader_id, nameless, handed_at) values ($1, 1, $2, false, now()) returning id`,
      [packet, ilse.id]
    ),
    'marking piece': submitted,
    'rounds packet': packet,
    'rounds no': '1',
    'materials id': material.id,
    'notices id': notice.id,
    'people id': ilse.id,
    'shelf id': shelfFile,
    'said id': await one('select id from post_files where post_id = $1', [postId]),
    'receipts receipt': receipt,
    'tidings tiding': tiding,
    'courses course': school.slug,
    'school id': office.id,
    'school course': school.slug,
    'assignments piece': piece,
    // A place of a starter or of questions, which no student opens.
    'assignments place': randomUUID(),
    'pieces id': piece,
    'submitted id': submitted,
    'returned id': submitted,
    'grades course': school.slug,
    'courses student': ilse.id,
    'support student': ilse.id,
    'portfolios id': shore,
    'portfolios page': shorePage,
    'portfolios no': '1',
    ...OF_NOTHING
  };
  body = {
    ...{
      key: key(),
      round: '1',
      known: '9',
      points: '3',
      note: 'x',
      name: 'x',
      title: 'x',
      body: 'x',
      reason: 'x',
      url: 'https://shore.example/'
    },
    ...{
      ...{ to: 'x', remark: 'x', words: 'x', answer: 'x', account: 'x', until: '', offered: '', accepts: 'none' },
      grants: JSON.stringify([{ activity: 'x', state: 'granted', granted: '1', reason: '' }]),
      meeting: randomUUID(),
      office: randomUUID(),
      person: ilse.id,
      teacher: teacher.id
    },
    ...{
      id: shelfFile,
      fileId: shelfFile,
      fileIds: shelfFile,
      folderId: folder,
      pieceId: piece,
      portfolio: shore,
      pageId: shorePage,
      blockId: randomUUID(),
      linkId: randomUUID(),
      uploadId: '0'.repeat(32),
      postId,
      to: 'aside'
    },
    ...FIXED,
    with: ilse.id,
    ...{
      studentId: ilse.id,
      studentIds: ilse.id,
      itemId: randomUUID(),
      done: 'yes',
      deliverable: '',
      deliverableId: '',
      index: '0',
      by: 'up'
    },
    ...{
      assignmentId,
      hidden: 'no',
      kind: 'holiday',
      first: '2027-03-01',
      last: '2027-03-02',
      role: 'student',
      emails: 'x@skerrow.example'
    },
    ...{
      restores: 'nothing',
      coming: '[]',
      handles: 'nobody',
      handle: 'x1',
      email: 'x@skerrow.example',
      zone: 'UTC',
      emblem: 'page',
      draft: '{}'
    },
    ...{
      unitId: randomUUID(),
      arrangement: '[]',
      starts: '',
      due: '2027-03-12T18:00',
      closes: '',
      remark: 'x',
      criterionId: randomUUID(),
      remarkId: randomUUID(),
      levelId: ''
    },
    ...{
      goals: '',
      policies: '',
      contacts: '',
      unitWord: 'Unit',
      phrase: 'one two three',
      who: 'nobody',
      password: 'spring tide at dawn',
      again: 'spring tide at dawn'
    },
    ...{
      old: 'not this one',
      from: assignmentId,
      slug: 'copied',
      shift: '7',
      what: 'unit',
      address: 'https://store.example',
      user: 'x',
      path: '/x',
      html: ''
    },
    ...{
      open: 'yes',
      shown: 'yes',
      text: 'account,points'
    }
  };
  const cookies = {
    nobody: '',
    teodor: await cookieOf(school.teodor.id),
    stranger: await cookieOf(other.teacher.id),
    noCourse: await cookieOf((await person('Suvi')).id),
    ilse: await cookieOf(ilse.id),
    teacher: await cookieOf(teacher.id)
  };
  served = await serve();
  const ends = (address: Address) => Number(ENDING.includes(nameOf(address)));
  const addresses = (await everyAddress()).sort((a, b) => ends(a) - ends(b));
  return { addresses, cookies, school, served };
}

/** The address with what is Ilse's in it; with ids that nobody has where `random`. */
export function pathOf({ route, action }: Address, which: 'hers' | 'random', source: SourceName = 'submitted'): string {
  const room = route.split('/')[1] ?? '';
  const path = route.replace(/\[(\w+)(?:=\w+)?\]/g, (_, name: string) => {
    if (name === 'source') return source;
    if (name === 'shape') return SHAPES[0];
    if (name === 'name') return `${'0'.repeat(64)}.png`;
    const id = ids[`${room === 'files' ? source : room} ${name}`];
    // A new kind of address has to say whose ids it takes.
    if (id === undefined) throw new Error(`Say in addresses.test.ts which id ${route} takes for ${name}.`);
    if (which === 'hers') return id;
    if (RECEIPT_NUMBER.test(id)) return '2222-2222-2222';
    return /^[0-9a-f]{8}-/.test(id) ? randomUUID() : /^\d+$/.test(id) ? id : `x${id.slice(1)}`;
  });
  return action === null || action === 'default' ? path : `${path}?/${action}`;
}

/** @param drawn whether a form is answered with its page, as without scripts; else by the outcome alone */
export async function ask(
  address: Address,
  path: string,
  cookie: string,
  fields: Record<string, string> | string | FormData = body,
  drawn = true
): Promise<Answered> {
  const { method } = address;
  const safe = method === 'GET' || method === 'OPTIONS' || method === 'HEAD';
  const isForm = address.action !== null;
  const as: Record<string, string> = drawn
    ? { accept: 'text/html' }
    : { accept: 'application/json', 'x-sveltekit-action': 'true' };
  const headers = { cookie, origin: served.url, ...(isForm && as) };
  if (fields instanceof FormData) return askWithFiles(path, method, headers, fields);
  const { type, body } = safe ? { type: null, body: null } : written(fields, isForm);
  return askPlainly(served.url + path, {
    method,
    headers: { ...headers, ...(type && { 'content-type': type }) },
    body
  });
}

/** Words as they stand are what a form with files would bring, or JSON: the start of one. */
function written(fields: Record<string, string> | string, isForm: boolean): { type: string; body: string } {
  if (!isForm) return { type: 'application/json', body: typeof fields === 'string' ? fields : JSON.stringify(fields) };
  if (typeof fields === 'string') return { type: 'multipart/form-data; boundary=b', body: fields };
  return { type: 'application/x-www-form-urlencoded', body: new URLSearchParams(fields).toString() };
}

async function askWithFiles(path: string, method: string, headers: Record<string, string>, body: FormData) {
  const signal = AbortSignal.timeout(20_000);
  const answer = await fetch(served.url + path, { method, redirect: 'manual', signal, headers, body });
  return { status: answer.status, location: answer.headers.get('location') ?? '', text: await answer.text() };
}

/** Everything that is kept, but what only says that somebody was there. */
export async function kept(): Promise<Map<string, string>> {
  const tables = await select(
    z.object({ name: z.string() }),
    `select tablename as name from pg_tables where schemaname = 'public'
       and tablename not in ('sessions', 'tidings', 'mails', 'blobs', 'heartbeats', 'sign_in_attempts', 'audit', 'migrations', 'link_looks', 'shelf_promises', 'answers')`
  );
  const found = new Map<string, string>();
  for (const { name } of tables) {
    const [row] = await select(
      z.object({ sum: z.string().nullable() }),
      `select md5(string_agg(t::text, '|' order by t::text)) as sum from "${name}" t`
    );
    found.set(name, row?.sum ?? '');
  }
  return found;
}

/** All that is Ilse's. */
export async function ofIlse(): Promise<string> {
  const mine = 'select p.id from packets p join party_members m on m.party_id = p.party_id where m.person_id = $1';
  const parts = [
    `select md5(string_agg(t::text, '|' order by t::text)) from packets t where id in (${mine})`,
    ...['pieces', 'rounds', 'round_pieces', 'custody_events', 'marks', 'receipts'].map(
      (table) => `select md5(string_agg(t::text, '|' order by t::text)) from ${table} t where packet_id in (${mine})`
    ),
    ...['shelf_files', 'shelf_folders', 'uploads'].map(
      (table) => `select md5(string_agg(t::text, '|' order by t::text)) from ${table} t where owner_id = $1`
    ),
    "select md5(string_agg(t::text, '|' order by t::text)) from posts t where by_person = $1",
    "select md5(string_agg(t::text, '|' order by t::text)) from enrolments t where person_id = $1"
  ];
  const [row] = await select(
    z.object({ sums: z.array(z.string().nullable()) }),
    `select array[${parts.map((part) => `(${part})`).join(',')}] as sums`,
    [school.ilse.id]
  );
  return JSON.stringify(row?.sums);
}
