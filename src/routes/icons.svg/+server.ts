import type { IconNode } from 'lucide';
import { everyIcon } from '$ui/icons/drawings';
import { drawingsOf } from '../shared/drawings';

/** Every icon, drawn once: pages point into this file. */
export const GET = () => {
  const symbols = everyIcon().map(
    ([name, elements]) => `<symbol id="${name}" viewBox="0 0 24 24">${elements.map(drawn).join('')}</symbol>`
  );
  return drawingsOf(symbols);
};

const drawn = ([tag, attributes]: IconNode[number]) =>
  `<${tag} ${Object.entries(attributes)
    .map(([name, value]) => `${name}="${value}"`)
    .join(' ')}/>`;
