/** Whether somebody at a desk sees it, as far as markup tells: no sheet is read, only the names that hide by themselves. */
export function isShown(element: Element): boolean {
  for (let each: Element | null = element; each; each = each.parentElement) {
    if (isAway(each) || isFolded(each)) return false;
  }
  return true;
}

/** A stand-in for what a browser computes, from markup alone: whether it is shown, and whether it breaks the line. */
export function styleOf(element: Element): CSSStyleDeclaration {
  return isAway(element) ? AWAY : isInline(element) ? INLINE : NO_STYLE;
}

const style = (display: string) =>
  ({
    display,
    visibility: 'visible',
    content: '',
    getPropertyValue: (name: string) => (name === 'display' ? display : '')
  }) as CSSStyleDeclaration;
const AWAY = style('none');
const INLINE = style('inline');
export const NO_STYLE = style('block');

const NEVER = new Set(['SCRIPT', 'STYLE', 'TEMPLATE', 'HEAD']);
/** What is not offered where scripts are off, as static/without-scripts.css has it. */
const OF_SCRIPTS = "button[type='button'], button:not(form button, [form]), .needs-scripts";

function isAway(element: Element): boolean {
  if (NEVER.has(element.tagName) || element.hasAttribute('hidden') || element.hasAttribute('popover')) return true;
  if (element.matches(OF_SCRIPTS)) return true;
  if (element.tagName === 'DIALOG') return !element.hasAttribute('open');
  if (element.tagName === 'INPUT') return element.getAttribute('type') === 'hidden';
  return hiddenByName(element);
}

/** What lies in a fold that is closed, but for its heading. */
function isFolded(element: Element): boolean {
  const { parentElement: around } = element;
  if (around?.tagName !== 'DETAILS' || around.hasAttribute('open')) return false;
  return element !== around.querySelector(':scope > summary');
}

const INLINE_TAGS = new Set(
  'A ABBR B BDI CITE CODE DEL EM I INS KBD MARK Q S SMALL SPAN STRONG SUB SUP TIME U WBR'.split(' ')
);
const BREAKS = /(^|\s)(block|flex|grid|inline-block|inline-flex|badge|btn|sr-only)(\s|$)/;
const isInline = (element: Element) =>
  INLINE_TAGS.has(element.tagName) && !BREAKS.test(element.getAttribute('class') ?? '');

/** From which width on a name counts; a desk is as wide as all of them. */
const WIDTHS = ['', 'sm:', 'md:', 'lg:', 'xl:'];
const DISPLAYS =
  /^(block|inline|inline-block|flex|inline-flex|grid|inline-grid|table|table-cell|table-row|contents|list-item|not-sr-only)$/;

function hiddenByName(element: Element): boolean {
  const names = element.getAttribute('class');
  if (names === null || !names.includes('hidden')) return false;
  let hidden = false;
  const all = names.split(/\s+/);
  for (const width of WIDTHS) {
    const here = all.filter((name) => name.startsWith(width) && (width !== '' || !name.includes(':')));
    const bare = here.map((name) => name.slice(width.length));
    if (bare.includes('hidden')) hidden = true;
    else if (bare.some((name) => DISPLAYS.test(name))) hidden = false;
  }
  return hidden;
}
