/** Somebody who can be in a party. */
export interface Person {
  id: string;
  name: string;
}

/**
 * Parties as somebody writes them: one on a line, its people separated by commas or semicolons; a name before a colon is the party's.
 *
 * @returns the parties with their people, and what could not be read, line by line
 */
export function partiesFromList(
  text: string,
  people: readonly Person[]
): { parties: Array<{ name: string; members: string[] }>; problems: string[] } {
  const problems: string[] = [];
  const taken = new Set<string>();
  const parties = text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const [, head = '', rest = line] = /^([^:,;]{1,60}):(.*)$/.exec(line) ?? [];
      const members = rest
        .split(/[,;]/)
        .map((name) => name.trim())
        .filter(Boolean)
        .flatMap((name) => {
          const found = people.filter((one) => fits(one.name, name));
          const [only] = found;
          if (!only || found.length > 1) {
            problems.push(
              found.length > 1 ? `“${name}” could be ${found.length} people.` : `Nobody here is called “${name}”.`
            );
            return [];
          }
          if (taken.has(only.id)) {
            problems.push(`${only.name} stands there twice.`);
            return [];
          }
          taken.add(only.id);
          return [only.id];
        });
      return { name: head.trim(), members };
    });
  return { parties: parties.filter(({ members }) => members.length > 0), problems };
}

/** A whole name, or a first name alone. */
function fits(name: string, said: string): boolean {
  const plain = (text: string) => text.toLowerCase().normalize('NFC').replace(/\s+/g, ' ');
  return plain(name) === plain(said) || plain(name).split(' ')[0] === plain(said);
}
