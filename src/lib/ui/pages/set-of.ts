import { setAs } from '$core/pages/set-as';
import type { Wants } from '$core/pieces/wanted';

/** How a page is set on the screen: its font and the space of its lines, as the brief wants them. */
export function setOf({ font, spacing }: Wants): string {
  const family = font && `font-family: ${JSON.stringify(font)}, ${setAs({ font }).serif ? 'serif' : 'sans-serif'};`;
  return [family, spacing !== undefined && `--page-spacing: ${(spacing * 1.2).toFixed(2)};`].filter(Boolean).join(' ');
}
