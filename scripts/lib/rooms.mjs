import { ruleOfImports } from './place.mjs';

/**
 * The rooms of each floor, lowest first. A room may use those that stand before it, so that no circle comes to be: whoever
 * wants to understand one reads what stands before it and nothing else. Files that lie in no room (the clock, the settings
 * of the process) stand below all rooms of their floor and use none.
 */
export const ROOMS = {
  core: (
    'time sheets drawings forms live people parties school search judging capture scans recordings materials lateness links mail pages portfolio questions pieces remarks packets courses plan ' +
    'calendar receipts rounds shelf threads peers assignments marking grades checks tidings reminders family refusals'
  ).split(' '),
  server: (
    'db live mail auth people parsing parties offices tidings blobs pdf rich-text standins links reading questions pages materials pieces lines ' +
    'shelf packets receipts threads courses assignments checks rounds gathering portfolio together uploads marking grades peers plan calendar reminders family own search sources school ' +
    'jobs backup parser'
  ).split(' '),
  ui: (
    'served time icons forms primitives tables rich live workers capture scans recordings people parties plan school judging rubric links materials ' +
    'tidings uploads questions remarks ' +
    'combine checks receipts shelf threads sheets drawings pages portfolio pieces packets courses rounds peers marking desk grades search shell assignments authoring family'
  ).split(' ')
};

/** A rule for the linters: imports between the rooms of one floor point to rooms that stand before. */
export const roomsInOrder = ruleOfImports((from, to) => {
  const order = ROOMS[/** @type {keyof typeof ROOMS} */ (from.floor)];
  if (!order || to.floor !== from.floor || to.room === from.room || to.room === null) return null;
  const [here, there] = [from.room === null ? -1 : order.indexOf(from.room), order.indexOf(to.room)];
  if (there === -1 || (from.room !== null && here === -1)) return 'This room has no place in scripts/lib/rooms.mjs.';
  if (there < here) return null;
  return `${from.room ?? 'What lies in no room'} stands before ${to.room} on its floor, so it cannot use it (scripts/lib/rooms.mjs).`;
});
