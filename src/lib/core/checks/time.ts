import { roundsLeft } from '../packets/custody';
import { costNow } from '../packets/due';
import type { Check, Finding } from './check';

/** What submitting now costs, whether it is the last round, and whether it can be taken back afterwards. */
export const time: Check = {
  name: 'time',
  advises: true,
  title: 'In time',
  find: ({ custody, courseZone, submitBy, now }) => {
    const { due, late, takeBack } = custody.terms;
    const at: Finding['at'] = { part: 'packet' };
    const cost = costNow(due, courseZone, late, now);
    return [
      ...(cost === null ? [] : [{ words: `${cost}.`, at }]),
      ...(submitBy !== null && submitBy < now ? [{ words: NO_ROUND_FITS, at }] : []),
      ...(roundsLeft(custody) === 1 ? [{ words: LAST, at }] : []),
      ...(takeBack ? [] : [{ words: 'Once submitted, it cannot be taken back.', at }])
    ];
  }
};

const NO_ROUND_FITS =
  'Another round will hardly fit before this has to be passed, as your teacher usually takes. Submit as soon as you can, and as if it were the last.';
const LAST = 'This is the last round: after it, only your teacher can give you another one.';
