import { OrderedList } from '@tiptap/extension-list';

const tokenizer = OrderedList.config.markdownTokenizer;

/** A numbered list. One that is numbered by letters begins with the first of them: a line that begins with “Dr.” is none. */
export const Numbered = OrderedList.extend({
  ...(tokenizer && {
    markdownTokenizer: {
      ...tokenizer,
      tokenize: (source, tokens, lexer) => (BEGINS.test(source) ? tokenizer.tokenize(source, tokens, lexer) : undefined)
    }
  })
});

const BEGINS = /^\s*(?:\d+|[ai])[.)]\s/i;
