/** Something to do, found by the words for it as well as by its name. */
export interface Command {
  name: string;
  /** Other words for the same. */
  also: string;
  href?: string;
  /** What a page does for it, where it is no address. */
  does?: 'submit' | 'theme-night' | 'theme-day' | 'shortcuts';
  /** Who has it. */
  who: 'all' | 'student' | 'teacher';
}

/** Every command of the search field. */
export const COMMANDS: readonly Command[] = [
  { name: 'Go to the Desk', also: 'home start today overdue', href: '/desk', who: 'student' },
  { name: 'Go to courses', also: 'outline units weeks', href: '/courses', who: 'all' },
  { name: 'Go to grades', also: 'points marks results settled returned', href: '/desk/settled', who: 'student' },
  { name: 'Go to marking', also: 'mark grade rounds waiting', href: '/marking', who: 'teacher' },
  { name: 'Join a course', also: 'phrase invitation enter', href: '/join', who: 'all' },
  { name: 'Submit', also: 'hand in send round', does: 'submit', who: 'student' },
  { name: 'Night theme', also: 'dark lamp', does: 'theme-night', who: 'all' },
  { name: 'Day theme', also: 'light paper', does: 'theme-day', who: 'all' },
  { name: 'Keyboard shortcuts', also: 'keys help', does: 'shortcuts', who: 'all' }
];

/**
 * The commands that answer to what was typed: each of its words begins a word of the command or of its other words.
 *
 * @param here what the page at hand can do; commands that need a page that can do them are left out elsewhere
 */
export function findCommands(
  typed: string,
  person: { studies: boolean; teaches: boolean },
  here: ReadonlySet<Command['does']>
): Command[] {
  const words = typed
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '');
  if (words.length === 0) return [];
  return COMMANDS.filter((command) => {
    if (command.who === 'student' && !person.studies) return false;
    if (command.who === 'teacher' && !person.teaches) return false;
    if (command.does === 'submit' && !here.has('submit')) return false;
    const known = `${command.name} ${command.also}`.toLowerCase().split(/\s+/);
    return words.every((word) => known.some((one) => one.startsWith(word)));
  });
}
