import { z } from 'zod';
import { database } from '../src/lib/server/db/connection';
import { createPerson } from '../src/lib/server/people/create-person';
import { addBlock } from '../src/lib/server/portfolio/blocks';
import { makeLink } from '../src/lib/server/portfolio/links';
import { BlockFields } from '../src/lib/server/portfolio/make-block';
import { ownPortfolio } from '../src/lib/server/portfolio/own';
import { publishPortfolio } from '../src/lib/server/portfolio/publish';
import { makePortfolio } from '../src/lib/server/portfolio/shape';

/** `fill-portfolio.command.ts NAME PARTS`: a published portfolio of one page with so many parts. Prints the link's last part. */
const [name, count] = z.tuple([z.string(), z.coerce.number().int()]).parse(process.argv.slice(2));
const owner = await createPerson({
  handle: name,
  name: 'Ilse',
  sortName: 'x',
  email: `${name}@skerrow.example`,
  zone: 'Atlantic/Faroe',
  password: 'low tide at noon'
});
const person = { id: owner.id, schoolRoles: [] };
const made = await makePortfolio(person, { title: 'The shore' });
if (!made.ok) throw new Error(made.why);
const { id } = made;
const pageId = (await ownPortfolio(person, id)).pages[0]?.id ?? '';
const text = `${'Eleven pools before the storm, nine after it, and **one** that was new. '.repeat(6)}\n\n- kelp\n- wrack`;
for (let i = 0; i < count; i++) {
  const kind = i % 4 === 3 ? 'achieved' : 'text';
  await addBlock(person, {
    id,
    pageId,
    kind,
    ...BlockFields.parse({ title: `Part ${i + 1}`, width: i % 3 ? 'half' : 'whole', text })
  });
}
await publishPortfolio(person, { id });
const link = await makeLink(person, { id, label: '', name: '', endsAt: null, password: '' });
process.stdout.write(link.ok ? link.token : '');
await database.close();
