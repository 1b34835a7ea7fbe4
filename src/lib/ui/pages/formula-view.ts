import type { NodeViewRenderer } from '@tiptap/core';
import type * as Formulas from '$ui/questions/formulas';

/** Shows a formula as it is printed; its TeX where it cannot be read. What draws formulas is fetched with the first of them. */
export const formulaView =
  (block: boolean): NodeViewRenderer =>
  ({ node }) => {
    const dom = document.createElement(block ? 'div' : 'span');
    dom.className = 'formula';
    let tex = '';
    const show = (now: string) => {
      tex = now;
      dom.textContent = tex === '' ? 'Formula' : tex;
      void drawFormulas().then(
        ({ drawn }) => {
          if (now === tex && tex !== '') dom.innerHTML = drawn(tex, block);
        },
        () => undefined
      );
    };
    show(String(node.attrs.tex));
    return {
      dom,
      update(next) {
        if (next.type !== node.type) return false;
        if (next.attrs.tex !== tex) show(String(next.attrs.tex));
        return true;
      },
      ignoreMutation: () => true
    };
  };

let fetched: Promise<typeof Formulas> | null = null;
const drawFormulas = () => (fetched ??= import('$ui/questions/formulas'));
