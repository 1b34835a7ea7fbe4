import { Parser } from 'htmlparser2';

/** An element of XML with what stands in it. Names without their prefix. */
export interface Xml {
  name: string;
  attributes: Readonly<Record<string, string>>;
  children: Array<Xml | string>;
}

/** Elements of one document, and how deep they stand in each other; far beyond any question. */
const MOST_ELEMENTS = 20_000;
const DEEPEST = 60;

/** Reads a document into a tree. Entities that it declares itself are not taken. @returns null where it is none, or goes beyond what anybody writes */
export function parseXml(text: string): Xml | null {
  const top: Xml = { name: '', attributes: {}, children: [] };
  const open: Xml[] = [top];
  let left = MOST_ELEMENTS;
  const parser = new Parser(
    {
      onopentag(name, attributes) {
        if (--left < 0 || open.length > DEEPEST) return parser.pause();
        const one: Xml = { name: local(name), attributes, children: [] };
        open.at(-1)?.children.push(one);
        open.push(one);
      },
      ontext: (said) => void open.at(-1)?.children.push(said),
      onclosetag: () => void (open.length > 1 && open.pop())
    },
    { xmlMode: true, decodeEntities: true }
  );
  parser.write(text);
  parser.end();
  const root = elements(top)[0];
  return left < 0 || open.length > 1 || !root ? null : root;
}

const local = (name: string) => name.slice(name.indexOf(':') + 1);

export const elements = ({ children }: Xml): Xml[] => children.filter((one): one is Xml => typeof one !== 'string');

/** All elements of a name, however deep, in their order. */
export function all(xml: Xml, name: string): Xml[] {
  return elements(xml).flatMap((one) => [...(one.name === name ? [one] : []), ...all(one, name)]);
}

export const first = (xml: Xml, name: string): Xml | undefined => all(xml, name)[0];

/** The words in an element, spaces as one. */
export const wordsIn = (xml: Xml): string => raw(xml).replace(/\s+/g, ' ').trim();
const raw = (xml: Xml): string => xml.children.map((one) => (typeof one === 'string' ? one : raw(one))).join('');
