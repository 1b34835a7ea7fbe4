import { Paragraph as Plain } from '@tiptap/extension-paragraph';

/** A paragraph that stays one when it is read again: what would begin a heading, a list or a quotation in Markdown does not. */
export const Paragraph = Plain.extend({
  renderMarkdown(node, helpers) {
    const text = helpers.renderChildren(node.content ?? []);
    return text.replace(BEGINS_A_BLOCK, (begin) => `${begin.slice(0, -1)}\\${begin.slice(-1)}`);
  }
});

/** What begins a block in CommonMark at the start of a line, up to the character that does it. */
const BEGINS_A_BLOCK = /^ {0,3}(?:#(?=#{0,5}(?: |$))|[-+=](?=[ \t]|$|[-=])|\d{1,9}[.)](?=[ \t]|$)|~(?=~~))/gm;
