import { z } from 'zod';
import { isOpenTo, linkState, type Visitor } from '$core/portfolio/visitors';
import { readChoices } from '$server/portfolio/choices';
import { readFiles } from '$server/portfolio/files';
import { readLinks } from '$server/portfolio/links';
import { ownPortfolio } from '$server/portfolio/own';
import { readPublication } from '$server/portfolio/publish';
import { clock } from '$server/clock';
import { orNotFound, signedIn } from '../../../shared/guard';

const Id = z.uuid();

export const load = async ({ locals, url, params }) => {
  const person = signedIn(locals, url);
  const own = await orNotFound(ownPortfolio(person, params.id));
  const [{ courses }, links, files, published] = await Promise.all([
    readChoices(person),
    readLinks(person, own.id),
    readFiles(own.id),
    own.published === null ? null : orNotFound(readPublication(person, own.id, own.published))
  ]);
  const who = url.searchParams.get('who') ?? 'teacher';
  const link = links.find(({ id }) => id === who);
  const state = link && linkState(link, false, clock.now());
  const seen = published !== null && (link ? state === 'open' || state === 'locked' : isOpenTo(own, visitorOf(who)));
  return {
    id: own.id,
    title: own.title,
    owner: person.name,
    who,
    visitors: [
      ...[
        { id: 'teacher', name: 'A teacher of yours' },
        { id: 'school', name: 'Anybody else in the school' },
        { id: 'stranger', name: 'Somebody without a link' }
      ],
      ...courses.map(({ id, title }) => ({ id, name: `Somebody in ${title}` })),
      ...links.map(({ id, label, token }) => ({ id, name: `Whoever has the link ${label || `…${token.slice(-6)}`}` }))
    ],
    seen,
    state: state ?? null,
    unpublished: published === null,
    body: seen ? published : null,
    files: seen ? files : [],
    page: url.searchParams.get('page')
  };
};

function visitorOf(who: string): Visitor {
  if (who === 'teacher' || who === 'school') return { as: who };
  return Id.safeParse(who).success ? { as: 'course', course: who } : { as: 'stranger' };
}
