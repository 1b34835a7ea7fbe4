import { buffer } from 'node:stream/consumers';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Question } from '$core/questions/question';
import { addPlacePicture } from '$server/assignments/place-pictures';
import { keepQuestions } from '$server/assignments/questions';
import { bringQuestions, questionsPackage } from '$server/assignments/questions-package';
import { readAssignment } from '$server/assignments/read-assignment';
import { NotHere } from '$server/outcome';
import { smallCourse } from './kit';

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});
async function set() {
  const assignmentId = await school.set({ deliverables: [{ title: 'Medians', ask: '' }] });
  const deliverableId = (await readAssignment(school.teacher, assignmentId)).deliverables[0]?.id ?? '';
  return { assignmentId, deliverableId };
}
const streamOf = (bytes: Uint8Array | string) => new Blob([bytes as BlobPart]).stream();

describe('questions as a package', () => {
  it('go out and come in elsewhere with their picture, their time and what is right', async () => {
    const place = await set();
    const hull = await sharp({ create: { width: 800, height: 400, channels: 3, background: '#a33' } })
      .png()
      .toBuffer();
    const added = await addPlacePicture(school.teacher, place, { stream: streamOf(hull), name: 'hull.png' });
    if (!added.ok) throw new Error(added.why);
    const questions: Question[] = [
      {
        ...{ id: 'q1', text: 'Where is the keel?', points: '2', optional: true, kind: 'spot' },
        picture: { name: added.name, alt: 'A hull' },
        key: [{ x: 500, y: 900, across: 100, down: 80 }]
      },
      {
        ...{ id: 'q2', text: 'How wide is $x^2$?', points: '1.5', optional: false, picture: null },
        ...{ kind: 'number', unit: 'mm', key: '12.5', tolerance: '0.5' }
      }
    ];
    await keepQuestions(school.teacher, place, { questions, minutes: 10, oneByOne: true, known: 0 });
    const { name, stream } = await questionsPackage(school.teacher, place);
    expect(name).toBe('Medians.zip');
    const bytes = await buffer(stream);
    const other = await set();
    const brought = await bringQuestions(school.teacher, other, { stream: streamOf(bytes), name });
    if (!brought.ok) throw new Error(brought.why);
    expect(brought.brought).toMatchObject({ minutes: 10, oneByOne: true, unread: [] });
    const same = brought.brought.questions.map((question, i) => ({ ...question, id: questions[i]?.id }));
    expect(same).toEqual(questions);
    const kept = { questions: brought.brought.questions, minutes: null, oneByOne: false, known: 0 };
    expect(await keepQuestions(school.teacher, other, kept)).toMatchObject({ ok: true });
  });

  it('say what of a package cannot be asked here, and refuse what is none', async () => {
    const place = await set();
    const item = `<qti-assessment-item title="Hot"><qti-item-body><qti-hottext-interaction/></qti-item-body></qti-assessment-item>`;
    const brought = await bringQuestions(school.teacher, place, { stream: streamOf(item), name: 'hot.xml' });
    expect(brought).toMatchObject({ ok: true, brought: { questions: [], unread: [{ title: 'Hot' }] } });
    for (const [bytes, name] of [
      ['words', 'x.zip'],
      ['<a/>', 'x.xml'],
      ['PK\u0003\u0004', 'x.zip']
    ] as const)
      expect(await bringQuestions(school.teacher, place, { stream: streamOf(bytes), name })).toEqual({
        ok: false,
        why: 'no-questions-inside'
      });
  });

  it('are their teachers’ alone: what is right goes with them', async () => {
    const place = await set();
    for (const who of [school.ilse, school.stranger]) {
      await expect(questionsPackage(who, place)).rejects.toThrow(NotHere);
      await expect(bringQuestions(who, place, { stream: streamOf('x'), name: 'x.zip' })).rejects.toThrow(NotHere);
    }
  });
});
