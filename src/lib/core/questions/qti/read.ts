import { Decimal, Question, type Option } from '../question';
import { all, elements, first, parseXml, wordsIn, type Xml } from './xml';

/** A picture by its address within the package, and what it shows. */
export interface PictureIn {
  href: string;
  alt: string;
}

/** An item as it was read: a question, with its picture; or why it is none here. */
export type ReadItem = { title: string } & ({ question: Question; picture: PictureIn | null } | { unread: string });

/**
 * Reads an item of QTI 3.0 (1EdTech, Assessment, Section and Item). What cannot be asked here is said, not bent into something else.
 *
 * @param newId names the question
 */
export function readItem(xml: string, newId: () => string): ReadItem {
  const item = parseXml(xml);
  if (item?.name !== 'qti-assessment-item') return { title: '', unread: 'It is no item of QTI 3.' };
  const title = item.attributes.title ?? item.attributes.identifier ?? '';
  const body = elements(item).find(({ name }) => name === 'qti-item-body');
  const asked = body ? interactionsIn(body) : [];
  const [interaction, second] = asked;
  if (!body || !interaction) return { title, unread: 'It asks nothing that can be answered here.' };
  if (second) return { title, unread: 'It asks several things in one question.' };
  const read = READERS[interaction.name];
  if (!read)
    return { title, unread: `It is answered by ${interaction.name.replace('qti-', '')}, which is not known here.` };
  return finished(read({ item, body, interaction, ...optionsOf(interaction) }), {
    item,
    body,
    interaction,
    title,
    newId
  });
}

/** The time of a test in minutes, whether its questions come one by one, and the files of its items in their order. */
export function readTest(
  xml: string
): { minutes: number | null; oneByOne: boolean; items: Array<{ href: string; optional: boolean }> } | null {
  const test = parseXml(xml);
  if (test?.name !== 'qti-assessment-test') return null;
  const seconds = Number(first(test, 'qti-time-limits')?.attributes['max-time'] ?? NaN);
  return {
    minutes: seconds > 0 ? Math.min(600, Math.max(1, Math.round(seconds / 60))) : null,
    oneByOne: first(test, 'qti-test-part')?.attributes['navigation-mode'] === 'linear',
    items: all(test, 'qti-assessment-item-ref').map((ref) => ({
      href: ref.attributes.href ?? '',
      optional: first(ref, 'qti-item-session-control')?.attributes['allow-skipping'] === 'true'
    }))
  };
}

interface At {
  item: Xml;
  body: Xml;
  interaction: Xml;
  /** Our names for what can be chosen, by theirs. */
  named: ReadonlyMap<string, string>;
  options: Option[];
}
/** What is of its kind alone; or why it cannot be asked. */
type Own = Record<string, unknown> & { kind: Question['kind'] };
type Reader = (at: At) => Own | { unread: string };

const READERS: Partial<Record<string, Reader>> = {
  'qti-choice-interaction': ({ item, interaction, named, options }) => {
    const several = interaction.attributes['max-choices'] !== '1';
    const mapped = mappingOf(item).filter(({ value }) => value > 0);
    const right = mapped.length > 0 ? mapped.map(({ key }) => key) : correct(item);
    return { kind: 'choice', several, options, key: right.flatMap((id) => named.get(id) ?? []) };
  },
  'qti-extended-text-interaction': () => ({ kind: 'text', long: true, key: [] }),
  'qti-text-entry-interaction': ({ item, body, interaction }) => {
    const base = declaration(item)?.attributes['base-type'];
    if (base === 'float' || base === 'integer') return numberOf(item, behind(body, interaction));
    const mapped = mappingOf(item).filter(({ value }) => value > 0);
    return {
      kind: 'text',
      long: false,
      key: (mapped.length > 0 ? mapped.map(({ key }) => key) : correct(item)).slice(0, 20)
    };
  },
  'qti-match-interaction': ({ item, interaction, named }) => {
    const [left = [], right = []] = all(interaction, 'qti-simple-match-set').map((set) =>
      elements(set).map((one) => optionOf(one, named))
    );
    const pairs = (correct(item).length > 0 ? correct(item) : mappingOf(item).map(({ key }) => key)).map((pair) =>
      pair.split(/\s+/).map((id) => named.get(id) ?? '')
    );
    if (new Set(pairs.map(([one]) => one)).size < pairs.length)
      return { unread: 'Several things belong to one of its sides.' };
    return { kind: 'match', left, right, key: Object.fromEntries(pairs) };
  },
  'qti-order-interaction': ({ item, named, options }) => {
    const order = correct(item).flatMap((id) => named.get(id) ?? []);
    const counted = order.length === options.length;
    const items = counted ? order.flatMap((id) => options.find((one) => one.id === id) ?? []) : options;
    return { kind: 'order', items, counted };
  },
  'qti-select-point-interaction': ({ item, interaction }) => {
    if (!pictureOf(interaction)) return { unread: 'Its picture could not be found.' };
    const shown = all(interaction, 'object')[0] ?? all(interaction, 'img')[0];
    const [width, height] = [Number(shown?.attributes.width), Number(shown?.attributes.height)];
    if (!(width > 0 && height > 0)) return { unread: 'It does not say how large its picture is.' };
    const areas = all(item, 'qti-area-map-entry').filter(({ attributes }) => Number(attributes['mapped-value']) > 0);
    if (areas.some(({ attributes }) => !['circle', 'ellipse'].includes(attributes.shape ?? '')))
      return { unread: 'What is right on its picture is neither a circle nor an ellipse.' };
    const part = (n: number, of: number) => Math.max(0, Math.min(1000, Math.round((n * 1000) / of)));
    const key = areas.map(({ attributes }) => {
      const [x = 0, y = 0, across = 0, down = across] = (attributes.coords ?? '').split(',').map(Number);
      return { x: part(x, width), y: part(y, height), across: part(across, width), down: part(down, height) };
    });
    return { kind: 'spot', key };
  }
};

function finished(
  own: Own | { unread: string },
  { item, body, interaction, title, newId }: Omit<At, 'named' | 'options'> & { title: string; newId: () => string }
): ReadItem {
  if ('unread' in own) return { title, unread: String(own.unread) };
  const text = questionText(body, interaction) || title;
  // What carries the picture of a place is no second picture.
  const picture = pictureOf(body);
  const question = Question.safeParse({
    id: newId(),
    text,
    points: pointsOf(item),
    optional: false,
    picture: null,
    ...own
  });
  if (!question.success) return { title, unread: 'It is longer, or has more parts, than a question can have here.' };
  return { title, question: question.data, picture };
}

const isInteraction = ({ name }: Xml) => /^qti-.+-interaction$/.test(name);
const interactionsIn = (xml: Xml): Xml[] =>
  elements(xml).flatMap((one) => (isInteraction(one) ? [one] : interactionsIn(one)));

/** What can be chosen in an interaction, under names of ours. */
function optionsOf(interaction: Xml): { named: Map<string, string>; options: Option[] } {
  const choices = ['qti-simple-choice', 'qti-simple-associable-choice'].flatMap((name) => all(interaction, name));
  const named = new Map(choices.map(({ attributes }, i) => [attributes.identifier ?? `${i}`, `o${i + 1}`]));
  return { named, options: choices.map((one) => optionOf(one, named)) };
}
const optionOf = (choice: Xml, named: ReadonlyMap<string, string>): Option => ({
  id: named.get(choice.attributes.identifier ?? '') ?? '',
  text: textIn(choice)
});

const declaration = (item: Xml) => first(item, 'qti-response-declaration');
function correct(item: Xml): string[] {
  const right = first(item, 'qti-correct-response');
  return right ? all(right, 'qti-value').map(wordsIn) : [];
}
const mappingOf = (item: Xml) =>
  all(item, 'qti-map-entry').map(({ attributes }) => ({
    key: attributes['map-key'] ?? '',
    value: Number(attributes['mapped-value'])
  }));

function numberOf(item: Xml, unit: string): Own {
  const equal = first(item, 'qti-equal');
  const [tolerance = '0'] = (
    equal?.attributes['tolerance-mode'] === 'absolute' ? (equal.attributes.tolerance ?? '0') : '0'
  ).split(/\s+/);
  const right = correct(item)[0] ?? null;
  return {
    kind: 'number',
    unit: unit.slice(0, 30),
    key: right === null ? null : plainDecimal(right),
    tolerance: plainDecimal(tolerance) ?? '0'
  };
}

/** A number as decimals are written here; null where it cannot be. */
function plainDecimal(text: string): string | null {
  const plain = text
    .replace(/^\+/, '')
    .replace(/^(-?)\./, '$10.')
    .replace(/\.$/, '');
  return Decimal.safeParse(plain).success ? plain : null;
}

function pointsOf(item: Xml): string {
  const most = all(item, 'qti-outcome-declaration').find(({ attributes }) => attributes.identifier === 'MAXSCORE');
  const said = most ? first(most, 'qti-value') : undefined;
  const bound =
    first(item, 'qti-mapping')?.attributes['upper-bound'] ?? first(item, 'qti-area-mapping')?.attributes['upper-bound'];
  return plainDecimal(said ? wordsIn(said) : (bound ?? '')) ?? '1';
}

/** The picture within; null where there is none. */
function pictureOf(xml: Xml): PictureIn | null {
  const object = all(xml, 'object').find(({ attributes }) => (attributes.type ?? '').startsWith('image/'));
  const image = all(xml, 'img')[0];
  const href = object?.attributes.data ?? image?.attributes.src;
  return href === undefined ? null : { href, alt: object ? wordsIn(object) : (image?.attributes.alt ?? '') };
}

/** What is asked: everything but what it is answered by. */
function questionText(body: Xml, interaction: Xml): string {
  const prompt = first(interaction, 'qti-prompt');
  const around = linesOf(body, (one) => one === interaction);
  const lines = isInline(interaction) ? around.filter((line) => line !== behind(body, interaction)) : around;
  return [...lines, ...(prompt ? [textIn(prompt)] : [])].filter(Boolean).join('\n');
}
const isInline = ({ name }: Xml) => name === 'qti-text-entry-interaction';

const BLOCKS = new Set([
  'p',
  'div',
  'li',
  'ul',
  'ol',
  'h1',
  'h2',
  'h3',
  'h4',
  'h5',
  'h6',
  'blockquote',
  'pre',
  'tr',
  'br'
]);

/** The words of an element, a line for each of its blocks; formulas between dollar signs. */
function linesOf(xml: Xml, without: (one: Xml) => boolean): string[] {
  const lines = [''];
  const into = ({ children }: Xml) => {
    for (const one of children) {
      if (typeof one === 'string') lines.push((lines.pop() ?? '') + one.replace(/\s+/g, ' '));
      else if (one.name === 'math') lines.push((lines.pop() ?? '') + formulaIn(one));
      else if (!without(one) && !PASSED.has(one.name)) {
        if (BLOCKS.has(one.name)) lines.push('');
        into(one);
        if (BLOCKS.has(one.name)) lines.push('');
      }
    }
  };
  into(xml);
  return lines.map((line) => line.trim()).filter(Boolean);
}
/** Their words stand for something that is shown. */
const PASSED = new Set(['object', 'img', 'qti-rubric-block', 'qti-feedback-inline', 'qti-feedback-block']);
const textIn = (xml: Xml): string => linesOf(xml, () => false).join('\n');

/** Its TeX, where it says it; else its words. */
function formulaIn(math: Xml): string {
  const tex = all(math, 'annotation').find(({ attributes }) => attributes.encoding === 'application/x-tex');
  return tex ? `$${wordsIn(tex)}$` : wordsIn(math);
}

/** The words behind something within its own block: a unit. */
function behind(body: Xml, interaction: Xml): string {
  const holder = [body, ...allHolders(body)].find(({ children }) => children.includes(interaction));
  const at = holder?.children.indexOf(interaction) ?? -1;
  return at < 0 || !holder ? '' : textIn({ ...holder, children: holder.children.slice(at + 1) });
}
const allHolders = (xml: Xml): Xml[] => elements(xml).flatMap((one) => [one, ...allHolders(one)]);
