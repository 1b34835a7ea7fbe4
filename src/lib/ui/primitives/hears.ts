/**
 * Listens to an event of a picture or a recording that may have come before the page's scripts. As an attribute, such an
 * event is written into the page by the server as a script of its own, which the page's policy refuses.
 *
 * @returns an attachment, `{@attach hears('error', failed)}`
 */
export function hears(name: 'error' | 'load', then: ((event: Event) => void) | undefined) {
  return (node: Element) => {
    if (!then) return;
    if (name === 'error' && hasFailed(node)) then(new Event('error'));
    node.addEventListener(name, then);
    return () => node.removeEventListener(name, then);
  };
}

function hasFailed(node: Element): boolean {
  if (node instanceof HTMLImageElement) return node.complete && node.naturalWidth === 0 && node.currentSrc !== '';
  return node instanceof HTMLMediaElement && node.error !== null;
}
