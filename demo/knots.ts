import { z } from 'zod';
import { fromMarkdown } from '../src/lib/core/pages/markdown';
import { correction, merged, pageOf } from '../src/lib/core/pages/merge';
import type { Actor } from '../src/lib/core/people/policy';
import { select } from '../src/lib/server/db/connection';
import { changePart, readWhoWrites } from '../src/lib/server/gathering/own-parts';
import { beginPage, keepPage, readPage } from '../src/lib/server/gathering/write-page';
import { dividePages, partyOfEverybody } from '../src/lib/server/together/divide-pages';

/** The knots of the first ones in the course, in their order; who stands further behind has written nothing yet. */
const KNOTS: ReadonlyArray<{ knot: string; holds: string[]; say: string; finished: boolean }> = [
  {
    knot: 'Bowline',
    holds: [
      'A loop that does not close',
      'Tied with one hand, when it has to be',
      'Shaken without load it works loose'
    ],
    say: 'Show it on the mooring line, slowly, and once behind the back.',
    finished: false
  },
  {
    knot: 'Sheet bend',
    holds: ['Joins a thick rope to a thin one', 'The thin one does the turning', 'Both ends on one side, or it slips'],
    say: 'Pass both ropes round.',
    finished: true
  },
  {
    knot: 'Rolling hitch',
    holds: ['Grips along a spar', 'Holds one way only', 'Two turns on the side of the pull'],
    say: 'Let somebody pull the wrong way.',
    finished: true
  },
  {
    knot: 'Clove hitch',
    holds: ['Quick, on a post', 'Turns loose where the post turns'],
    say: 'The fenders of the ferry hang on it.',
    finished: false
  }
];

/** One deck of the whole workshop, in which each has a part: some are finished, some begun, most still empty. */
export async function openKnots(ilse: Actor, teacher: Actor): Promise<void> {
  const [set] = await select(Set, SET);
  if (!set) throw new Error('The demo has no deck of knots.');
  const { assignmentId, deliverableId } = set;
  done(await partyOfEverybody(teacher, { assignmentId }));
  done(await dividePages(teacher, { assignmentId, deliverableId, how: 'each', titles: [] }));
  const begun = await beginPage(ilse, {
    ...{ assignmentId, deliverableId, name: 'Knots of the workshop', key: 'demo-knots', as: 'deck' }
  });
  if (!begun.ok) throw new Error(begun.why);
  const page = { assignmentId, pieceId: begun.pieceId };
  const { people } = await readWhoWrites(ilse, page);
  const writers = [ilse.id, ...people.map(({ id }) => id).filter((id) => id !== ilse.id)];
  for (const [i, { knot, holds, say, finished }] of KNOTS.entries()) {
    const person = { id: writers[i] ?? ilse.id, schoolRoles: [] };
    const part = (await readWhoWrites(person, page)).parts.find(({ personId }) => personId === person.id)?.id ?? '';
    await write(person, page, part, frames(knot, holds, say));
    if (finished) done(await changePart(person, { ...page, deed: { do: 'finish', part } }));
  }
}

const frames = (knot: string, holds: readonly string[], say: string): string =>
  `::: {.frame #${knot.toLowerCase().replace(/\W/g, '-')} ratio="16:9"}

## ${knot}

${holds.map((line) => `- ${line}`).join('\n')}

::: {.notes #n}

${say}

:::

:::
`;

/** Puts what somebody wrote into their part, as their window would. */
async function write(person: Actor, page: { assignmentId: string; pieceId: string }, part: string, markdown: string) {
  const { began, seq, updates } = (await readPage(person, { ...page, since: null })).page;
  const doc = merged(updates);
  const now = pageOf(doc);
  const content = (now.content ?? []).map((node) =>
    node.attrs?.id === part ? { ...node, content: fromMarkdown(markdown).content ?? [] } : node
  );
  const update = correction(doc, { ...now, content });
  done(await keepPage(person, { ...page, began, since: seq, update, over: false }));
}

function done(answer: { ok: boolean; why?: string }): void {
  if (!answer.ok) throw new Error(`The demo's deck: ${answer.why ?? ''}`);
}

const Set = z.object({ assignmentId: z.string(), deliverableId: z.string() });
const SET = `
  select a.id as "assignmentId", d.id as "deliverableId" from assignments a join courses c on c.id = a.course_id
  join deliverables d on d.assignment_id = a.id where c.slug = 'boatyard-workshop' and a.title = 'A deck of knots'`;
