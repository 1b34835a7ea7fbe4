import { Paragraph as Plain } from '@tiptap/extension-paragraph';

/** A paragraph that stays one when it is read again: what would begin a heading, a list or a quotation in Markdown does not. */
export const Paragraph = Plain.extend({
  renderMarkdown(node, helpers) {
    const text = helpers.renderChildren(node.content ?? []);
    return text.replace(BEGINS_A_BLOCK, (begin) => `${begin.slice(0, -1)}\\${begin.slice(-1)}`);
  }
});

/**
 * What begins a block in CommonMark at the start of a line, up to the character that does it. Lists are numbered by letters and by
 * Roman numerals too, in what the editor writes: “Dr. Anand” is none.
 */
const BEGINS_A_BLOCK =
  /^ {0,3}(?:#(?=#{0,5}(?: |$))|[-+=](?=[ \t]|$|[-=])|(?:\d{1,9}|[ivxlcdm]+|[a-z]{1,2})[.)](?=\s|$)|~(?=~~))/gim;
