import { z } from 'zod';
import { filesIn } from '$core/portfolio/body';
import { differences } from '$core/portfolio/differences';
import { spaceOf } from '$core/portfolio/space';
import { readChoices } from '$server/portfolio/choices';
import { forgetEarlier, readFiles } from '$server/portfolio/files';
import { LinkToMake, makeLink, openTo, readLinks, revokeLink } from '$server/portfolio/links';
import { ownPortfolio } from '$server/portfolio/own';
import {
  publishPortfolio,
  readPublication,
  readPublications,
  showAgain,
  unpublish,
  workOnAgain
} from '$server/portfolio/publish';
import { About, addPage, changePortfolio, movePage, removePage, removePortfolio, Title } from '$server/portfolio/shape';
import { bodyOf } from '$server/portfolio/body-of';
import { config } from '$server/config';
import { action } from '../../shared/action';
import { Several, Ticked, WallClockText } from '../../shared/fields';
import { orNotFound, signedIn } from '../../shared/guard';
import type { RequestEvent } from './$types';

export const load = async ({ locals, url, params }) => {
  const person = signedIn(locals, url);
  const own = await orNotFound(ownPortfolio(person, params.id));
  const [published, publications, links, files, { courses }] = await Promise.all([
    own.published === null ? null : readPublication(person, own.id, own.published),
    readPublications(person, own.id),
    readLinks(person, own.id),
    readFiles(own.id),
    readChoices(person)
  ]);
  const space = spaceOf(files, new Set(filesIn(own)), new Set(published ? filesIn(published) : []));
  return {
    portfolio: own,
    differences: differences(published, bodyOf(own)),
    publications,
    links,
    courses,
    space: { ...space, files: space.files.slice(0, 12) },
    origin: config.origin
  };
};

const of = <T extends object>(given: T, { params }: RequestEvent) => ({ ...given, id: params.id });
const Nothing = z.object({});
const Page = z.object({ pageId: z.uuid() });
const Publication = z.object({ no: z.coerce.number().int().min(1) });

/** A link as its form says it: the end as clocks of its maker show it. */
const LinkForm = LinkToMake.extend({ endsAt: WallClockText });

export const actions = {
  change: action(z.object({ title: Title, about: About }), (person, given, event: RequestEvent) =>
    changePortfolio(person, of(given, event))
  ),
  addPage: action(
    z.object({ title: Title }),
    (person, given, event: RequestEvent) => addPage(person, of(given, event)),
    {
      goTo: ({ pageId }, _, { params }) => `/portfolios/${params.id}/pages/${pageId}`
    }
  ),
  movePage: action(Page.extend({ to: z.coerce.number().int().min(0).max(100) }), (person, given, event: RequestEvent) =>
    movePage(person, of(given, event))
  ),
  removePage: action(Page, (person, given, event: RequestEvent) => removePage(person, of(given, event))),
  publish: action(Nothing, (person, _, { params }: RequestEvent) => publishPortfolio(person, params), {
    then: () => ({ done: 'Published. Whoever it is open to sees it as it is now.' })
  }),
  unpublish: action(Nothing, (person, _, { params }: RequestEvent) => unpublish(person, params), {
    then: () => ({ done: 'Nobody but you sees anything now.' })
  }),
  open: action(
    z.object({ teachers: Ticked, school: Ticked, courses: Several(z.array(z.uuid()).max(50)) }),
    (person, given, event: RequestEvent) => openTo(person, of(given, event)),
    { then: () => ({ done: 'Kept.' }) }
  ),
  makeLink: action(
    LinkForm,
    (person, { endsAt, ...given }, event: RequestEvent) =>
      makeLink(person, of({ ...given, endsAt: endsAt?.(person.zone) ?? null }, event)),
    { then: () => ({ done: 'The link is made. Copy it from the list.' }) }
  ),
  revokeLink: action(z.object({ linkId: z.uuid() }), (person, given, event: RequestEvent) =>
    revokeLink(person, of(given, event))
  ),
  showAgain: action(Publication, (person, given, event: RequestEvent) => showAgain(person, of(given, event)), {
    then: () => ({ done: 'That one is shown again.' })
  }),
  workOn: action(Publication, (person, given, event: RequestEvent) => workOnAgain(person, of(given, event)), {
    then: () => ({ done: 'Your pages are as they were then. Nothing is published yet.' })
  }),
  forget: action(Nothing, (person, _, { params }: RequestEvent) => forgetEarlier(person, params), {
    then: () => ({ done: 'The earlier publications are gone, and what only they showed.' })
  }),
  remove: action(Nothing, (person, _, { params }: RequestEvent) => removePortfolio(person, params), {
    goTo: () => '/portfolios'
  })
};
