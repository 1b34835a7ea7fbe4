import { Extension } from '@tiptap/core';
import { drawingDivisions } from './drawing';
import { deckDivisions } from './frame';
import { fenceAt, type Fence } from './fence';
import { partDivisions } from './part';
import { promptDivisions } from './prompts';
import { sheetDivisions } from './sheet';
import type { Divisions } from './division';

const KINDS: Divisions = {
  ...promptDivisions,
  ...partDivisions,
  ...deckDivisions,
  ...sheetDivisions,
  ...drawingDivisions
};

/** Reads fenced divisions of Markdown as the parts of a page that they are; of an unknown kind, what stands in them is read as it is. */
export const Division = Extension.create({
  name: 'division',
  markdownTokenizer: {
    name: 'division',
    level: 'block',
    start: (source) => source.indexOf('::: {'),
    tokenize(source, _tokens, lexer) {
      const fence = fenceAt(source);
      if (fence === null || !(fence.kind in KINDS)) return undefined;
      return { type: 'division', raw: fence.raw, fence, tokens: lexer.blockTokens(fence.inside) };
    }
  },
  markdownTokenName: 'division',
  parseMarkdown: (token, helpers) => {
    const { fence } = token as unknown as { fence: Fence };
    const inside = helpers.parseChildren(token.tokens ?? []);
    return KINDS[fence.kind]?.(fence, inside) ?? inside;
  }
});
