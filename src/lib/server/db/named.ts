/** A statement whose values have names. */
export interface Named<V> {
  /** With `$1`, `$2`… for `execute` and `select`. */
  sql: string;
  /** The values in their order. */
  bind: (values: V) => unknown[];
}

/**
 * A statement that names its values, `:phase`, instead of counting them: with more than a handful, a position says
 * nothing and one too many is found by nobody.
 *
 * @throws Error when a value is given no name in the statement, or a name has no value
 */
export function named<V extends object>(text: string): Named<V> {
  const names: string[] = [];
  const sql = text.replace(/(?<![:\w]):([a-z]\w*)/gi, (_, name: string) => {
    if (!names.includes(name)) names.push(name);
    return `$${names.indexOf(name) + 1}`;
  });
  return {
    sql,
    bind(values) {
      const given = new Map(Object.entries(values));
      const wrong = [
        ...names.filter((name) => !given.has(name)),
        ...[...given.keys()].filter((key) => !names.includes(key))
      ];
      if (wrong.length > 0) throw new Error(`The statement and its values do not agree about ${wrong.join(', ')}.`);
      return names.map((name) => given.get(name));
    }
  };
}
