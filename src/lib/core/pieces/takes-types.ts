import type { Wants } from './wanted';

/** Whether a place takes one of these types, by the endings of names. For the browser too: without what parses a wish. */
export const takesTypes = ({ types }: Pick<Wants, 'types'>, made: readonly string[]): boolean =>
  !types || types.length === 0 || types.some((type) => made.includes(type));
