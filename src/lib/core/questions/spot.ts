import type { Answer, Spot } from './question';

/** A place on a picture as it is answered: two thousandths, of the width and of the height. */
export const spotAnswer = ({ x, y }: Spot): string => `${x},${y}`;

/** The place that an answer says; null where it says none. */
export function spotIn(answer: Answer | undefined): Spot | null {
  const [, x = '', y = ''] = (typeof answer === 'string' && /^(\d{1,4}),(\d{1,4})$/.exec(answer)) || [];
  const at = { x: Number(x), y: Number(y) };
  return x === '' || at.x > 1000 || at.y > 1000 ? null : at;
}

/** The same in words, for whoever reads without seeing the picture: from the left and from the top. */
export const spotWords = ({ x, y }: Spot): string => `${x / 10} % from the left, ${y / 10} % from the top`;
