import { cut } from '../../cut';
import { Node, type JSONContent } from '@tiptap/core';
import {
  COLOURS,
  isPoints,
  LONGEST_TEXT,
  readPoints,
  STROKES,
  WIDTHS,
  type Stroke,
  type StrokeKind
} from '../../drawings/strokes';
import { PICTURE } from '../picture-name';
import { id, kept, partOf } from './attributes';
import type { Divisions } from './division';
import { fenced } from './fence';

const isKind = (value: unknown): value is StrokeKind => (STROKES as readonly unknown[]).includes(value);
const among = (most: number) => (value: unknown) =>
  Number.isInteger(value) && Number(value) >= 0 && Number(value) < most;

/** A drawing. Each stroke is a part of its own, so that two people draw on it at once. */
export const Drawing = Node.create({
  name: 'drawing',
  group: 'block',
  content: 'stroke*',
  atom: true,
  isolating: true,
  addAttributes: () => ({
    id: id(),
    /** What it shows, for those who do not see it. */
    alt: kept('alt', '', (value) => typeof value === 'string' && value.length <= 500),
    /** A picture of the page that lies below it; empty for none. */
    under: kept('under', '', (value) => value === '' || (typeof value === 'string' && PICTURE.test(value)))
  }),
  parseHTML: () => [{ tag: 'div[data-under]' }],
  renderHTML: ({ HTMLAttributes }) => ['div', { ...HTMLAttributes, class: 'drawing' }, 0],
  renderMarkdown: (node) => {
    const { kind, id: own } = partOf('drawing', node.attrs);
    const { alt = '', under = '' } = (node.attrs ?? {}) as { alt?: string; under?: string };
    const lines = (node.content ?? []).map(({ attrs }) =>
      [
        attrs?.kind,
        attrs?.colour,
        attrs?.width,
        attrs?.points,
        ...(attrs?.kind === 'text' ? [`| ${String(attrs.text)}`] : [])
      ].join(' ')
    );
    return fenced({ kind, id: own, values: { alt, under } }, `\`\`\`\`strokes\n${lines.join('\n')}\n\`\`\`\``);
  }
});

export const StrokeNode = Node.create({
  name: 'stroke',
  atom: true,
  addAttributes: () => ({
    kind: kept<string>('kind', 'ink', isKind),
    points: kept('points', '0,0', isPoints),
    colour: kept('colour', 0, among(COLOURS.length)),
    width: kept<number>('width', WIDTHS[0], (value) => (WIDTHS as readonly unknown[]).includes(value)),
    text: kept('text', '', (value) => typeof value === 'string' && value.length <= LONGEST_TEXT)
  }),
  parseHTML: () => [{ tag: 'div[data-points]' }],
  renderHTML: ({ HTMLAttributes }) => ['div', HTMLAttributes]
});

/** What was drawn, stroke by stroke. */
export const strokesOf = ({ content = [] }: JSONContent): Stroke[] =>
  content.map(({ attrs }) => ({
    kind: isKind(attrs?.kind) ? attrs.kind : 'ink',
    points: readPoints(String(attrs?.points ?? '')),
    colour: Number(attrs?.colour) || 0,
    width: Number(attrs?.width) || WIDTHS[0],
    text: String(attrs?.text ?? '')
  }));

/** An empty drawing, as Markdown. */
export const newDrawing = (): string => fenced({ kind: 'drawing', id: 'd-1', values: {} }, '````strokes\n\n````');

/** Drawings, as a page has them of divisions. */
export const drawingDivisions: Divisions = {
  drawing: ({ id: own, values, inside }) => {
    const [, lines = ''] = /````strokes\n([^]*?)\n?````/.exec(inside) ?? [];
    const under = values.under ?? '';
    const content = lines.split('\n').flatMap((line): JSONContent[] => {
      const [, kind, colour = '', width = '', points, text = ''] =
        /^(\w+) (\d) (\d+) ([\d, ]*\d)(?: \| (.*))?$/.exec(line) ?? [];
      if (!isKind(kind) || !isPoints(points) || !among(COLOURS.length)(Number(colour))) return [];
      const thick = WIDTHS.find((one) => one === Number(width)) ?? WIDTHS[0];
      return [
        {
          type: 'stroke',
          attrs: { kind, points, colour: Number(colour), width: thick, text: cut(text, LONGEST_TEXT) }
        }
      ];
    });
    return {
      type: 'drawing',
      attrs: { id: own, alt: cut(values.alt ?? '', 500), under: PICTURE.test(under) ? under : '' },
      content
    };
  }
};
