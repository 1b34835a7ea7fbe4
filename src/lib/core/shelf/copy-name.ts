/**
 * What a copy is called: "report, copy.docx", then "report, copy 2.docx". A copy of a copy counts on.
 *
 * @param taken names that lie beside it
 */
export function copyName(name: string, taken: readonly string[]): string {
  const [, stem = name, ending = ''] = /^(.+?)(\.[a-z0-9]{1,8})?$/i.exec(name) ?? [];
  const base = stem.replace(/, copy( \d+)?$/, '');
  for (let no = 1; ; no++) {
    const made = `${base}, copy${no === 1 ? '' : ` ${no}`}${ending}`;
    if (!taken.includes(made)) return made;
  }
}
