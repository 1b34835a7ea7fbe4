import { cut } from '../../cut';
import { mergeAttributes, Node } from '@tiptap/core';
import { evidenceOf, isEvidence, type Evidence } from '../evidence';
import { id, kept, parsed, partOf, texts, yes } from './attributes';
import { blocks, orEmpty, type Divisions } from './division';
import { fenced } from './fence';

/** Options of one choice, and characters of each. */
export const MOST_OPTIONS = 30;
const LONGEST_OPTION = 400;
export const LONGEST_VALUE = 500;
/** Characters of a question, where it is named. */
export const LONGEST_ASKED = 200;

/** Where an answer is written. Its question is what stands before it. */
export const Answer = Node.create({
  name: 'answer',
  group: 'block',
  content: 'block+',
  isolating: true,
  defining: true,
  addAttributes: () => ({ id: id(), optional: yes('optional') }),
  parseHTML: () => [{ tag: 'section[data-answer]' }],
  renderHTML: ({ HTMLAttributes }) => [
    'section',
    mergeAttributes(HTMLAttributes, { 'data-answer': '', class: 'answer' }),
    0
  ],
  renderMarkdown: ({ attrs, content }, helpers) =>
    fenced(partOf('answer', attrs), helpers.renderChildren(content ?? [], '\n\n'))
});

/** What only the teacher fills, at the marking desk. */
export const TeachersPart = Node.create({
  name: 'teachersPart',
  group: 'block',
  content: 'block+',
  isolating: true,
  defining: true,
  addAttributes: () => ({ id: id() }),
  parseHTML: () => [{ tag: 'section[data-teachers]' }],
  renderHTML: ({ HTMLAttributes }) => [
    'section',
    mergeAttributes(HTMLAttributes, { 'data-teachers': '', class: 'teachers-part' }),
    0
  ],
  renderMarkdown: ({ attrs, content }, helpers) =>
    fenced(partOf('teachers', attrs), helpers.renderChildren(content ?? [], '\n\n'))
});

/** What was answered to a question that its teacher asks no more. It is its writer's: they keep it or take it out. */
export const Lapsed = Node.create({
  name: 'lapsed',
  group: 'block',
  content: 'block+',
  isolating: true,
  defining: true,
  addAttributes: () => ({
    id: id(),
    /** The question. */
    asked: kept('asked', '', (value) => typeof value === 'string' && value.length <= LONGEST_ASKED),
    /** Its writer chose that it stays. */
    stays: yes('stays')
  }),
  parseHTML: () => [{ tag: 'section[data-asked]' }],
  renderHTML: ({ HTMLAttributes }) => ['section', mergeAttributes(HTMLAttributes, { class: 'lapsed' }), 0],
  renderMarkdown: ({ attrs, content }, helpers) => {
    const { kind, id: own, values } = partOf('lapsed', attrs);
    const asked = typeof attrs?.asked === 'string' ? attrs.asked : '';
    return fenced({ kind, id: own, values: { asked, ...values } }, helpers.renderChildren(content ?? [], '\n\n'));
  }
});

/** One or several of some options. */
export const Choice = Node.create({
  name: 'choice',
  group: 'block',
  atom: true,
  addAttributes: () => ({
    id: id(),
    optional: yes('optional'),
    several: yes('several'),
    options: kept<string[]>('options', [], texts(MOST_OPTIONS, LONGEST_OPTION)),
    chosen: kept<number[]>(
      'chosen',
      [],
      (value) =>
        Array.isArray(value) &&
        value.length <= MOST_OPTIONS &&
        value.every((n) => Number.isInteger(n) && n >= 0 && n < MOST_OPTIONS)
    )
  }),
  parseHTML: () => [{ tag: 'ul[data-options]' }],
  renderHTML: ({ node, HTMLAttributes }) => {
    const { options, chosen } = node.attrs as { options: string[]; chosen: number[] };
    return [
      'ul',
      HTMLAttributes,
      ...options.map((option, i) => ['li', {}, `${chosen.includes(i) ? '☑' : '☐'} ${option}`] as const)
    ];
  },
  renderText: ({ node }) => (node.attrs.options as string[]).join('\n'),
  renderMarkdown: ({ attrs }) => {
    const { options = [], chosen = [] } = attrs as { options?: string[]; chosen?: number[] };
    const lines = options.map((option, i) => `- [${chosen.includes(i) ? 'x' : ' '}] ${escaped(option)}`);
    return fenced(partOf('choice', attrs), lines.join('\n'));
  }
});

/** Numbered entries of one kind, as many as there are: activities, sources, sessions. */
export const Entries = Node.create({
  name: 'entries',
  group: 'block',
  content: 'entry*',
  isolating: true,
  addAttributes: () => ({
    id: id(),
    optional: yes('optional'),
    /** What one of them is called. */
    called: kept('called', 'Entry', (value) => typeof value === 'string' && value.length <= 60),
    /** How many there should be; null where nobody counts. */
    expected: kept<number | null>(
      'expected',
      null,
      (value) => value === null || (Number.isInteger(value) && Number(value) > 0 && Number(value) <= 200)
    ),
    /** No more than that. */
    strict: yes('strict'),
    /** What each has: `name:type`. */
    fields: kept<string[]>('fields', [], texts(12, 60))
  }),
  parseHTML: () => [{ tag: 'section[data-fields]' }],
  renderHTML: ({ HTMLAttributes }) => ['section', mergeAttributes(HTMLAttributes, { class: 'entries' }), 0],
  renderMarkdown: ({ attrs, content }, helpers) => {
    const {
      called = '',
      expected = null,
      fields = []
    } = attrs as { called?: string; expected?: number | null; fields?: string[] };
    const part = partOf('entries', attrs);
    const values = {
      ...part.values,
      called,
      ...(expected !== null && { expected: String(expected) }),
      fields: fields.join(';')
    };
    return fenced({ ...part, values }, helpers.renderChildren(content ?? [], '\n\n'));
  }
});

/** One of them: a value for each field, and words. */
export const Entry = Node.create({
  name: 'entry',
  content: 'block+',
  isolating: true,
  addAttributes: () => ({
    id: id(),
    values: kept<Record<string, string>>('values', {}, isValues),
    /** Files of the packet that show it. */
    evidence: kept<Evidence[]>('evidence', [], isEvidence)
  }),
  parseHTML: () => [{ tag: 'section[data-values]' }],
  renderHTML: ({ HTMLAttributes }) => ['section', mergeAttributes(HTMLAttributes, { class: 'entry' }), 0],
  renderMarkdown: ({ attrs, content }, helpers) => {
    const values = (attrs?.values ?? {}) as Record<string, string>;
    const evidence = evidenceOf({ attrs });
    const { kind, id: own } = partOf('entry', attrs);
    return fenced(
      {
        ...{ kind, id: own },
        values: {
          values: JSON.stringify(values),
          ...(evidence.length > 0 && { evidence: JSON.stringify(evidence) })
        }
      },
      helpers.renderChildren(content ?? [], '\n\n')
    );
  }
});

function isValues(value: unknown): boolean {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
  const entries = Object.entries(value);
  return (
    entries.length <= 12 &&
    entries.every(([name, said]) => name.length <= 60 && typeof said === 'string' && said.length <= LONGEST_VALUE)
  );
}

/** What asks something, as a page has it of a division. */
export const promptDivisions: Divisions = {
  answer: ({ id: own, values }, inside) => ({
    type: 'answer',
    attrs: { id: own, optional: values.optional === 'yes' },
    content: orEmpty(blocks(inside))
  }),
  teachers: ({ id: own }, inside) => ({ type: 'teachersPart', attrs: { id: own }, content: orEmpty(blocks(inside)) }),
  lapsed: ({ id: own, values }, inside) => ({
    type: 'lapsed',
    attrs: { id: own, asked: cut(values.asked ?? '', LONGEST_ASKED), stays: values.stays === 'yes' },
    content: orEmpty(blocks(inside))
  }),
  choice: ({ id: own, values, inside }) => {
    const lines = [...inside.matchAll(/^- \[([ x])\] (.*)$/gm)].slice(0, MOST_OPTIONS);
    return {
      type: 'choice',
      attrs: {
        ...{ id: own, optional: values.optional === 'yes', several: values.several === 'yes' },
        options: lines.map(([, , option = '']) => option.replace(/\\([\\`*_[\]<>&$])/g, '$1').slice(0, LONGEST_OPTION)),
        chosen: lines.flatMap(([, x], i) => (x === 'x' ? [i] : []))
      }
    };
  },
  entries: ({ id: own, values }, inside) => {
    const expected = Number(values.expected);
    return {
      type: 'entries',
      attrs: {
        ...{ id: own, optional: values.optional === 'yes', strict: values.strict === 'yes' },
        called: (values.called ?? 'Entry').slice(0, 60),
        expected: Number.isInteger(expected) && expected > 0 && expected <= 200 ? expected : null,
        fields: (values.fields ?? '')
          .split(';')
          .filter((field) => field !== '')
          .slice(0, 12)
      },
      content: blocks(inside).filter(({ type }) => type === 'entry')
    };
  },
  entry: ({ id: own, values }, inside) => {
    const said = parsed(values.values ?? null);
    const shown = parsed(values.evidence ?? null);
    return {
      type: 'entry',
      attrs: { id: own, values: isValues(said) ? said : {}, evidence: isEvidence(shown) ? shown : [] },
      content: orEmpty(blocks(inside))
    };
  }
};

const escaped = (text: string) => text.replace(/[\\`*_[\]<>&$]/g, '\\$&').replace(/\n/g, ' ');
