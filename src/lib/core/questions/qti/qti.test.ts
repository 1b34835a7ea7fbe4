import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Question, type QuestionSet } from '../question';
import { parseXml } from './xml';
import { readItem, readTest } from './read';
import { itemXml, manifestXml, testXml } from './write';

const mathml = (tex: string) =>
  `<math xmlns="http://www.w3.org/1998/Math/MathML"><semantics><mrow><mi>x</mi></mrow><annotation encoding="application/x-tex">${tex}</annotation></semantics></math>`;
const NAME = `pictures/${'a'.repeat(64)}.png`;
const PICTURE = { href: NAME, mediaType: 'image/png', width: 1000, height: 1000 };
const written = (question: Question) =>
  itemXml(question, 1, { picture: question.picture ? PICTURE : null, formula: mathml });
const readAgain = (question: Question) => readItem(written(question), () => question.id);

const words = fc.stringMatching(/^[A-Za-z<>&"'µ]{1,8}( [A-Za-z<>&"'µ]{1,8}){0,4}$/);
const points = fc.constantFrom('1', '2.5', '0.25', '10');
const options = (n: number) =>
  fc.array(words, { minLength: n, maxLength: n }).map((texts) => texts.map((text, i) => ({ id: `o${i + 1}`, text })));
const base = { id: fc.constant('q1'), text: words, points, optional: fc.constant(false), picture: fc.constant(null) };
const ids = (options: Array<{ id: string }>) => options.map(({ id }) => id);

const choice = fc.boolean().chain((several) =>
  options(4).chain((given) =>
    fc.record({
      ...base,
      kind: fc.constant('choice' as const),
      options: fc.constant(given),
      several: fc.constant(several),
      key: several ? fc.subarray(ids(given)) : fc.subarray(ids(given), { maxLength: 1 })
    })
  )
);
const text = fc.boolean().chain((long) =>
  fc.record({
    ...base,
    kind: fc.constant('text' as const),
    long: fc.constant(long),
    key: long ? fc.constant([]) : fc.uniqueArray(words, { maxLength: 4 })
  })
);
const number = fc
  .record({
    ...base,
    kind: fc.constant('number' as const),
    unit: fc.constantFrom('', 'mm', '°C', 'per cent'),
    key: fc.option(fc.constantFrom('12.5', '-3', '0.001', '0')),
    tolerance: fc.constantFrom('0', '0.5')
  })
  .map((one) => ({ ...one, tolerance: one.key === null ? '0' : one.tolerance }));
const match = fc.record({
  ...base,
  kind: fc.constant('match' as const),
  left: fc.tuple(words, words).map(([a, b]) => [
    { id: 'o1', text: a },
    { id: 'o2', text: b }
  ]),
  right: fc.tuple(words, words).map(([a, b]) => [
    { id: 'o3', text: a },
    { id: 'o4', text: b }
  ]),
  key: fc.constant({ o1: 'o3', o2: 'o4' })
});
const order = fc.record({
  ...base,
  kind: fc.constant('order' as const),
  items: options(3),
  counted: fc.constant(true)
});

describe('questions as QTI 3', () => {
  it('come back as they went, whatever they say', () => {
    fc.assert(
      fc.property(fc.oneof(choice, text, number, match, order), (question) => {
        const sound = Question.parse(question);
        expect(parseXml(written(sound))).not.toBeNull();
        expect(readAgain(sound)).toEqual({ title: 'Question 1', question: sound, picture: null });
      }),
      { numRuns: 200 }
    );
  });

  it('keep their formulas, their lines, their picture and what is right on it', () => {
    const question = Question.parse({
      ...{ id: 'q1', text: 'Where is $x^2$\nlarge?', points: '2', optional: false, kind: 'spot' },
      picture: { name: NAME, alt: 'A hull' },
      key: [{ x: 500, y: 900, across: 100, down: 80 }]
    });
    expect(readAgain(question)).toEqual({
      title: 'Question 1',
      question: { ...question, picture: null },
      picture: { href: NAME, alt: 'A hull' }
    });
  });

  it('come with their order, their time and what may be left out', () => {
    const one = (id: string, optional: boolean) =>
      Question.parse({ id, text: 'Why?', points: '1', optional, kind: 'text', long: true, key: [] });
    const set: QuestionSet = { questions: [one('a', false), one('b', true)], minutes: 15, oneByOne: true };
    expect(readTest(testXml(set, 'Medians & more', ['1.xml', '2.xml']))).toEqual({
      minutes: 15,
      oneByOne: true,
      items: [
        { href: '1.xml', optional: false },
        { href: '2.xml', optional: true }
      ]
    });
    expect(readTest(testXml({ ...set, minutes: null }, 'x', []))?.minutes).toBeNull();
    const manifest = parseXml(manifestXml('test.xml', [{ id: 'a', file: '1.xml', pictures: [NAME] }]));
    expect(JSON.stringify(manifest)).toContain('imsqti_item_xmlv3p0');
  });
});

describe('an item that somebody else wrote', () => {
  const item = (inside: string, declared = '') =>
    `<qti-assessment-item xmlns="x" identifier="i" title="Theirs">${declared}<qti-item-body>${inside}</qti-item-body></qti-assessment-item>`;

  it('is read by what it says, not by how we would', () => {
    const xml = item(
      `<div><p>Which <b>one</b> bores?</p><qti-choice-interaction response-identifier="R" max-choices="1"><qti-simple-choice identifier="A b">Limpet</qti-simple-choice><qti-simple-choice identifier="2">Dog whelk<qti-feedback-inline>no</qti-feedback-inline></qti-simple-choice></qti-choice-interaction></div>`,
      `<qti-response-declaration identifier="R" cardinality="single" base-type="identifier"><qti-correct-response><qti-value> 2 </qti-value></qti-correct-response></qti-response-declaration>`
    );
    expect(readItem(xml, () => 'q')).toMatchObject({
      question: {
        text: 'Which one bores?',
        points: '1',
        options: [{ text: 'Limpet' }, { text: 'Dog whelk' }],
        key: ['o2']
      }
    });
  });

  it('is named with the reason where it cannot be asked here', () => {
    for (const [xml, why] of [
      ['<p>no item</p>', 'no item'],
      ['<<<', 'no item'],
      [item('<p>words</p>'), 'asks nothing'],
      [item('<qti-hottext-interaction/>'), 'hottext-interaction'],
      [item('<qti-extended-text-interaction/><qti-extended-text-interaction/>'), 'several things'],
      [
        item(
          '<qti-choice-interaction><qti-simple-choice identifier="a">x</qti-simple-choice></qti-choice-interaction>'
        ),
        'more parts'
      ],
      [
        item('<qti-select-point-interaction><object data="x.png" type="image/png"/></qti-select-point-interaction>'),
        'how large'
      ],
      [`<a>`.repeat(50_000), 'no item'],
      [`<!DOCTYPE a [<!ENTITY x "${'y'.repeat(100)}">]>${item('&x;')}`, 'asks nothing']
    ] as const) {
      const read = readItem(xml, () => 'q');
      expect('unread' in read && read.unread).toContain(why);
    }
  });
});
