import { onlyOneClock } from './clock-rule.mjs';
import { importsPointDown } from './floors.mjs';
import { roomsInOrder } from './rooms.mjs';

/** What is ours among the rules that the linters hold the code to. */
export default {
  meta: { name: 'vendro' },
  rules: { floors: importsPointDown, rooms: roomsInOrder, clock: onlyOneClock }
};
