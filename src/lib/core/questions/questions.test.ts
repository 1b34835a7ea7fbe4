import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { promptsOf } from '../pages/starter';
import { fromMarkdown } from '../pages/markdown';
import { asked } from './asked';
import { count, numberIn } from './count';
import { Question, type Answer, type Question as AQuestion } from './question';
import { answersMarkdown, fitsQuestion, isAnswered } from './written';

const options = (...ids: string[]) => ids.map((id) => ({ id, text: `Option ${id}` }));
const of = (over: object): AQuestion =>
  Question.parse({ id: 'q', text: 'What?', points: '2', optional: false, ...over });
const SEVERAL = of({ kind: 'choice', options: options('a', 'b', 'c', 'd'), several: true, key: ['a', 'b'] });
const ONE = of({ kind: 'choice', options: options('yes', 'no'), several: false, key: ['yes'] });
const NUMBER = of({ kind: 'number', unit: 'mm', key: '12.5', tolerance: '0.05' });
const SHORT = of({ kind: 'text', long: false, key: ['Dog whelk', 'Nucella lapillus'] });
const MATCH = of({
  kind: 'match',
  left: options('a', 'b', 'c'),
  right: options('x', 'y', 'z'),
  key: { a: 'x', b: 'y', c: 'z' }
});
const ORDER = of({ kind: 'order', items: options('a', 'b', 'c'), counted: true });
const points = (question: AQuestion, answer?: Answer) =>
  count([question], answer === undefined ? {} : { q: answer }).questions[0]?.points;

describe('what a machine counts', () => {
  it.each<[AQuestion, Answer | undefined, string | null]>([
    [ONE, ['yes'], '2'],
    [ONE, ['no'], '0'],
    [ONE, undefined, '0'],
    [SEVERAL, ['a', 'b'], '2'],
    [SEVERAL, ['a'], '1'],
    [SEVERAL, ['a', 'c'], '0'],
    [SEVERAL, ['a', 'b', 'c', 'd'], '0'],
    [SEVERAL, ['a', 'a'], '1'],
    [NUMBER, '12,55', '2'],
    [NUMBER, '12.551', '0'],
    [NUMBER, ' 12.45 mm', '2'],
    [NUMBER, 'twelve', '0'],
    [SHORT, '  dog   WHELK ', '2'],
    [SHORT, 'whelk', '0'],
    [MATCH, { a: 'x', b: 'z', c: 'y' }, '0.67'],
    [ORDER, ['a', 'c', 'b'], '0.67'],
    [ORDER, ['a', 'b', 'c'], '2'],
    [of({ kind: 'text', long: true, key: [] }), 'An essay', null],
    [of({ kind: 'number', unit: '', key: null, tolerance: '0' }), '1', null]
  ])('%#', (question, answer, brings) => expect(points(question, answer)).toBe(brings));

  it('adds decimals exactly, and only what it could count', () => {
    const tenth = { kind: 'text' as const, long: false, key: ['x'], points: '0.1' };
    const three = ['a', 'b', 'c'].map((id) => of({ ...tenth, id }));
    const counted = count([...three, of({ kind: 'text', long: true, key: [], id: 'essay' })], {
      a: 'x',
      b: 'x',
      c: 'x'
    });
    expect(counted).toMatchObject({ points: '0.3', of: '0.3' });
  });

  it('never brings less than nothing or more than the question has', () => {
    const ids = fc.subarray(['a', 'b', 'c', 'd', 'no', 'such']);
    fc.assert(
      fc.property(ids, fc.constantFrom('1', '0.01', '7.25', '3'), (answer, worth) => {
        const got = Number(points({ ...SEVERAL, points: worth }, answer));
        expect(got).toBeGreaterThanOrEqual(0);
        expect(got).toBeLessThanOrEqual(Number(worth));
      })
    );
  });

  it('reads numbers as people type them', () => {
    expect(numberIn('1 234,5')).toBe(1_234_500_000n);
    expect(numberIn('−3')).toBe(-3_000_000n);
    for (const none of ['', '1e5', '1.2.3', '12.1234567', '--1', '9'.repeat(13)]) expect(numberIn(none)).toBeNull();
  });
});

describe('a place on a picture', () => {
  const SPOT: AQuestion = {
    ...{ id: 'q', text: 'Where is the keel?', points: '2', optional: false, kind: 'spot' },
    picture: { name: `pictures/${'a'.repeat(64)}.png`, alt: 'A hull' },
    key: [{ x: 500, y: 800, across: 100, down: 50 }]
  };

  it('is right within an ellipse around it, and counted by nobody where there is none', () => {
    for (const [answer, got] of [
      ['500,800', '2'],
      ['599,800', '2'],
      ['500,849', '2'],
      ['590,845', '0'],
      ['1001,800', '0'],
      ['', '0']
    ] as const)
      expect(points(SPOT, answer)).toBe(got);
    expect(points({ ...SPOT, key: [] }, '500,800')).toBeNull();
  });

  it('is told apart from what is none, said in words, and asked without what is right', () => {
    const [told] = asked([SPOT], 'ilse');
    if (!told) throw new Error('one question');
    expect(JSON.stringify(told)).not.toContain('across');
    for (const fits of ['0,0', '1000,1000', '']) expect(fitsQuestion(told, fits)).toBe(true);
    for (const not of ['1,2,3', '1001,0', '-1,0', ['a']]) expect(fitsQuestion(told, not)).toBe(false);
    const page = answersMarkdown([told], { q: '250,800' });
    expect(page).toContain('25 % from the left, 80 % from the top');
    expect(page).toContain('](pictures/');
  });
});

describe('what is asked', () => {
  it('tells nothing of what is right', () => {
    const all = [ONE, SEVERAL, NUMBER, SHORT, MATCH, ORDER].map((question, i) => ({ ...question, id: `q${i}` }));
    for (const seed of ['ilse', 'teodor', 'x']) {
      const told = asked(all, seed);
      expect(JSON.stringify(told)).not.toMatch(/key|tolerance|counted|whelk|12\.5/i);
      const order = told[5];
      expect(order?.kind === 'order' && order.items.map(({ id }) => id)).not.toEqual(['a', 'b', 'c']);
      expect(asked(all, seed)).toEqual(told);
    }
  });

  it('takes only answers that such a question can have', () => {
    const [one, several, number, short, match, order] = asked([ONE, SEVERAL, NUMBER, SHORT, MATCH, ORDER], 'ilse');
    if (!one || !several || !number || !short || !match || !order) throw new Error('six questions');
    for (const [question, fits, not] of [
      [one, [['yes'], []], [['yes', 'no'], ['other'], 'yes']],
      [several, [['a', 'd']], [['a', 'a'], { a: 'x' }]],
      [number, ['12', 'about 12'], [['12'], 'x'.repeat(101)]],
      [short, ['limpet'], [['limpet']]],
      [match, [{ a: 'x' }], [{ a: 'nowhere' }, { z: 'x' }, 'a']],
      [order, [['c', 'b', 'a'], []], [['a'], ['a', 'a', 'b']]]
    ] as Array<[typeof one, Answer[], Answer[]]>) {
      for (const answer of fits) expect(fitsQuestion(question, answer)).toBe(true);
      for (const answer of not) expect(fitsQuestion(question, answer)).toBe(false);
    }
    expect(isAnswered(match, { a: 'x' })).toBe(false);
    expect(isAnswered(short, '  ')).toBe(false);
  });

  it('is written down as a page that knows what is answered, whatever was typed', () => {
    const questions = asked(
      [
        { ...SHORT, id: 'q1', text: 'Name it: $x^2$' },
        { ...ONE, id: 'q2' },
        { ...ORDER, id: 'q3', optional: true }
      ],
      'ilse'
    );
    fc.assert(
      fc.property(
        fc.string({ minLength: 1, maxLength: 40 }).filter((text) => /\S/.test(text) && !/[\p{Cc}\uE000]/u.test(text)),
        (words) => {
          const page = fromMarkdown(answersMarkdown(questions, { q1: words, q2: ['no'] }));
          expect(promptsOf(page).map(({ id, answered }) => [id, answered])).toEqual([
            ['q1', true],
            ['q2', true],
            ['q3', false]
          ]);
        }
      )
    );
  });
});
