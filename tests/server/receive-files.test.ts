import { beforeAll, expect, it } from 'vitest';
import { readAssignment, readOwnPacket } from '$server/assignments/read-assignment';
import { NotHere } from '$server/outcome';
import { receiveFiles } from '$server/gathering/receive-files';
import { count, DAY, key, MONDAY, smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});

function upload(fields: Record<string, string>, files: Array<[name: string, content: string]>): Request {
  const form = new FormData();
  for (const [name, value] of Object.entries(fields)) form.append(name, value);
  for (const [name, content] of files) form.append('files', new File([content], name));
  return new Request('http://127.0.0.1/', { method: 'POST', body: form });
}
const also = () => ({ deliverable: '', key: key() });
const names = async (assignmentId: string) => {
  return (await readOwnPacket(await readAssignment(school.ilse, assignmentId))).pieces.map((piece) => piece.name);
};

it('takes several files, each for itself', async () => {
  const id = await school.set();
  const files: Array<[string, string]> = [
    ['a.txt', 'one'],
    ['empty.txt', ''],
    [`${'x'.repeat(300)}.txt`, 'long name'],
    ['b.txt', 'two']
  ];
  const { added, refused } = await receiveFiles(school.ilse, id, upload(also(), files));
  expect(added).toEqual(['a.txt', 'b.txt']);
  expect(refused.map(({ why }) => why).sort()).toEqual(['empty-file', 'name-too-long']);
  expect((await names(id)).sort()).toEqual(['a.txt', 'b.txt']);
});

it('adds a file once when its form is sent twice, and again from another form', async () => {
  const id = await school.set();
  const fields = also();
  await receiveFiles(school.ilse, id, upload(fields, [['a.txt', 'same']]));
  await receiveFiles(school.ilse, id, upload(fields, [['a.txt', 'same']]));
  expect(await names(id)).toEqual(['a.txt']);
  await receiveFiles(school.ilse, id, upload(also(), [['a.txt', 'same']]));
  expect(await names(id)).toEqual(['a.txt', 'a.txt']);
});

it('says why where nothing may be added, and stores no bytes for it', async () => {
  const closed = await school.set({ due: MONDAY - DAY, closes: MONDAY - DAY });
  const strict = await school.set({ alsoOpen: false });
  const before = await count('select count(*) n from blobs');
  expect((await receiveFiles(school.ilse, closed, upload(also(), [['a.txt', 'too late']]))).refused).toEqual([
    { name: 'a.txt', why: 'closed' }
  ]);
  expect((await receiveFiles(school.ilse, strict, upload(also(), [['a.txt', 'not asked']]))).refused).toEqual([
    { name: 'a.txt', why: 'also-closed' }
  ]);
  expect((await receiveFiles(school.ilse, strict, upload(also(), []))).refused).toEqual([{ name: '', why: 'no-file' }]);
  expect(await count('select count(*) n from blobs')).toBe(before);
});

it('has no place in another assignment’s packet, nor in another’s course', async () => {
  const [one, other] = [await school.set(), await school.set()];
  const { deliverables } = await readAssignment(school.ilse, other);
  const stray = { deliverable: deliverables[0]?.id ?? '', key: key() };
  await expect(receiveFiles(school.ilse, one, upload(stray, [['a.txt', 'stray']]))).rejects.toThrow(NotHere);
  await expect(receiveFiles(school.stranger, one, upload(also(), [['a.txt', 'foreign']]))).rejects.toThrow(NotHere);
  await expect(
    receiveFiles(school.ilse, one, upload({ deliverable: 'x', key: key() }, [['a.txt', 'odd']]))
  ).rejects.toThrow(NotHere);
});
