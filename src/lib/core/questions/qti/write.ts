import { escaped } from '../../pages/html';
import { share } from '../count';
import type { Option, Question, QuestionSet } from '../question';
import { textParts } from '../text-parts';

/** What an item needs besides its question. */
export interface Besides {
  /** The picture beside it: where it lies in the package, its size in pixels. */
  picture: { href: string; mediaType: string; width: number; height: number } | null;
  /** A formula as MathML. */
  formula: (tex: string) => string;
}

const ITEM = 'http://www.imsglobal.org/xsd/imsqtiasi_v3p0';
const TEMPLATES = 'https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/';

/** A question as an item of QTI 3.0 (1EdTech, Assessment, Section and Item). @param no its number in the set */
export function itemXml(question: Question, no: number, besides: Besides): string {
  const { declaration, interaction, processing } = partsOf(question, besides);
  return `<?xml version="1.0" encoding="UTF-8"?>
<qti-assessment-item xmlns="${ITEM}" identifier="${question.id}" title="Question ${no}" adaptive="false" time-dependent="false">
${declaration}
<qti-outcome-declaration identifier="SCORE" cardinality="single" base-type="float"><qti-default-value><qti-value>0</qti-value></qti-default-value></qti-outcome-declaration>
<qti-outcome-declaration identifier="MAXSCORE" cardinality="single" base-type="float"><qti-default-value><qti-value>${question.points}</qti-value></qti-default-value></qti-outcome-declaration>
<qti-item-body>
${interaction}
</qti-item-body>
${processing}
</qti-assessment-item>
`;
}

/** The set as a test: its order, its time, one by one or together, and what may be left out. @param files of the items, in their order */
export function testXml(
  { questions, minutes, oneByOne }: QuestionSet,
  title: string,
  files: readonly string[]
): string {
  const refs = questions.map(
    ({ id, optional }, i) =>
      `<qti-assessment-item-ref identifier="${id}" href="${files[i] ?? ''}"><qti-item-session-control allow-skipping="${optional}"/></qti-assessment-item-ref>`
  );
  return `<?xml version="1.0" encoding="UTF-8"?>
<qti-assessment-test xmlns="${ITEM}" identifier="test" title="${escaped(title)}">
${minutes === null ? '' : `<qti-time-limits max-time="${minutes * 60}"/>\n`}<qti-test-part identifier="part" navigation-mode="${oneByOne ? 'linear' : 'nonlinear'}" submission-mode="simultaneous">
<qti-assessment-section identifier="section" title="${escaped(title)}" visible="true">
${refs.join('\n')}
</qti-assessment-section>
</qti-test-part>
</qti-assessment-test>
`;
}

/** What lies in the package (IMS Content Packaging 1.1 as QTI 3.0 binds it). */
export function manifestXml(
  test: string,
  items: ReadonlyArray<{ id: string; file: string; pictures: string[] }>
): string {
  const resource = (id: string, type: string, files: string[]) =>
    `<resource identifier="${id}" type="${type}" href="${files[0] ?? ''}">${files.map((file) => `<file href="${file}"/>`).join('')}</resource>`;
  return `<?xml version="1.0" encoding="UTF-8"?>
<manifest xmlns="http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1" identifier="questions">
<metadata><schema>QTI Package</schema><schemaversion>3.0.0</schemaversion></metadata>
<organizations/>
<resources>
${resource('test', 'imsqti_test_xmlv3p0', [test])}
${items.map(({ id, file, pictures }) => resource(`item-${id}`, 'imsqti_item_xmlv3p0', [file, ...pictures])).join('\n')}
</resources>
</manifest>
`;
}

interface Parts {
  declaration: string;
  interaction: string;
  processing: string;
}
type Writing = { [K in Question['kind']]: (question: Extract<Question, { kind: K }>, besides: Besides) => Parts };

function partsOf(question: Question, besides: Besides): Parts {
  // Each entry takes exactly the question of its own kind; TypeScript cannot follow that through the lookup.
  const write = WRITING[question.kind] as (question: Question, besides: Besides) => Parts;
  return write(question, besides);
}

const WRITING: Writing = {
  choice(question, besides) {
    const { key, options, several, points } = question;
    const each = share(points, several ? key.length : 1);
    const right = key.map((id) => ({ key: id, value: each }));
    const wrong = several
      ? options.filter(({ id }) => !key.includes(id)).map(({ id }) => ({ key: id, value: `-${each}` }))
      : [];
    return {
      declaration: declared(
        several ? 'multiple' : 'single',
        'identifier',
        key,
        key.length > 0 ? mapping([...right, ...wrong], points) : ''
      ),
      interaction: `${picture(question, besides)}<qti-choice-interaction response-identifier="RESPONSE" shuffle="false" max-choices="${several ? 0 : 1}">${prompt(question, besides)}${options
        .map((one) => simple('qti-simple-choice', one, besides))
        .join('')}</qti-choice-interaction>`,
      processing: template(key.length > 0 ? 'map_response' : null)
    };
  },
  text(question, besides) {
    const { long, key, points } = question;
    const one = key[0];
    return {
      declaration: declared(
        'single',
        'string',
        one === undefined ? [] : [one],
        key.length > 0
          ? mapping(
              key.map((said) => ({ key: said, value: points })),
              points
            )
          : ''
      ),
      interaction: long
        ? `${picture(question, besides)}<qti-extended-text-interaction response-identifier="RESPONSE">${prompt(question, besides)}</qti-extended-text-interaction>`
        : `${picture(question, besides)}<p>${words(question.text, besides)}</p><p><qti-text-entry-interaction response-identifier="RESPONSE"/></p>`,
      processing: template(key.length > 0 ? 'map_response' : null)
    };
  },
  number(question, besides) {
    const { key, tolerance, unit } = question;
    return {
      declaration: declared('single', 'float', key === null ? [] : [key], ''),
      interaction: `${picture(question, besides)}<p>${words(question.text, besides)}</p><p><qti-text-entry-interaction response-identifier="RESPONSE"/> ${escaped(unit)}</p>`,
      processing:
        key === null
          ? ''
          : `<qti-response-processing><qti-response-condition><qti-response-if><qti-equal tolerance-mode="absolute" tolerance="${tolerance} ${tolerance}"><qti-variable identifier="RESPONSE"/><qti-correct identifier="RESPONSE"/></qti-equal><qti-set-outcome-value identifier="SCORE"><qti-variable identifier="MAXSCORE"/></qti-set-outcome-value></qti-response-if></qti-response-condition></qti-response-processing>`
    };
  },
  match(question, besides) {
    const { left, right, key, points } = question;
    const pairs = Object.entries(key).map((pair) => pair.join(' '));
    const each = share(points, pairs.length);
    const set = (options: readonly Option[], most: number) =>
      `<qti-simple-match-set>${options.map((one) => simple('qti-simple-associable-choice', one, besides, ` match-max="${most}"`)).join('')}</qti-simple-match-set>`;
    return {
      declaration: declared(
        'multiple',
        'directedPair',
        pairs,
        mapping(
          pairs.map((pair) => ({ key: pair, value: each })),
          points
        )
      ),
      interaction: `${picture(question, besides)}<qti-match-interaction response-identifier="RESPONSE" shuffle="true" max-associations="${left.length}">${prompt(question, besides)}${set(left, 1)}${set(right, left.length)}</qti-match-interaction>`,
      processing: template(pairs.length > 0 ? 'map_response' : null)
    };
  },
  order(question, besides) {
    const { items, counted } = question;
    return {
      declaration: declared('ordered', 'identifier', counted ? items.map(({ id }) => id) : [], ''),
      interaction: `${picture(question, besides)}<qti-order-interaction response-identifier="RESPONSE" shuffle="true">${prompt(question, besides)}${items
        .map((one) => simple('qti-simple-choice', one, besides))
        .join('')}</qti-order-interaction>`,
      processing: template(counted ? 'match_correct' : null)
    };
  },
  spot(question, besides) {
    const { key, points } = question;
    const { width = 1000, height = 1000, href = '', mediaType = '' } = besides.picture ?? {};
    const across = (n: number) => Math.round((n * width) / 1000);
    const down = (n: number) => Math.round((n * height) / 1000);
    const areas = key.map(
      (one) =>
        `<qti-area-map-entry shape="ellipse" coords="${across(one.x)},${down(one.y)},${across(one.across)},${down(one.down)}" mapped-value="${points}"/>`
    );
    const mapped =
      areas.length > 0
        ? `<qti-area-mapping default-value="0" upper-bound="${points}">${areas.join('')}</qti-area-mapping>`
        : '';
    return {
      declaration: declared(
        'single',
        'point',
        key.slice(0, 1).map((one) => `${across(one.x)} ${down(one.y)}`),
        mapped
      ),
      interaction: `<qti-select-point-interaction response-identifier="RESPONSE" max-choices="1">${prompt(question, besides)}<object data="${escaped(href)}" type="${mediaType}" width="${width}" height="${height}">${escaped(question.picture?.alt ?? '')}</object></qti-select-point-interaction>`,
      processing: template(key.length > 0 ? 'map_response_point' : null)
    };
  }
};

function declared(cardinality: string, base: string, correct: readonly string[], mapped: string): string {
  const values = correct.map((value) => `<qti-value>${escaped(value)}</qti-value>`).join('');
  const right = values === '' ? '' : `<qti-correct-response>${values}</qti-correct-response>`;
  return `<qti-response-declaration identifier="RESPONSE" cardinality="${cardinality}" base-type="${base}">${right}${mapped}</qti-response-declaration>`;
}

const mapping = (entries: ReadonlyArray<{ key: string; value: string }>, most: string): string =>
  `<qti-mapping lower-bound="0" upper-bound="${most}" default-value="0">${entries
    .map(
      ({ key, value }) => `<qti-map-entry map-key="${escaped(key)}" mapped-value="${value}" case-sensitive="false"/>`
    )
    .join('')}</qti-mapping>`;

const template = (name: string | null): string =>
  name === null ? '' : `<qti-response-processing template="${TEMPLATES}${name}"/>`;

const prompt = ({ text }: Question, besides: Besides): string => `<qti-prompt>${words(text, besides)}</qti-prompt>`;

const simple = (tag: string, { id, text }: Option, besides: Besides, more = ''): string =>
  `<${tag} identifier="${id}"${more}>${words(text, besides)}</${tag}>`;

const picture = (question: Question, { picture: one }: Besides): string =>
  one
    ? `<p><img src="${escaped(one.href)}" alt="${escaped(question.picture?.alt ?? '')}" width="${one.width}" height="${one.height}"/></p>`
    : '';

/** Words with their formulas as MathML, lines as lines. */
const words = (text: string, { formula }: Besides): string =>
  textParts(text)
    .map((part) => (part.tex === null ? escaped(part.text).replace(/\n/g, '<br/>') : formula(part.tex)))
    .join('');
