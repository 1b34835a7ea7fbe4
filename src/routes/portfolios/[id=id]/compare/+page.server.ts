import { differences } from '$core/portfolio/differences';
import { readFiles } from '$server/portfolio/files';
import { ownPortfolio } from '$server/portfolio/own';
import { readPublication } from '$server/portfolio/publish';
import { bodyOf } from '$server/portfolio/body-of';
import { orNotFound, signedIn } from '../../../shared/guard';

export const load = async ({ locals, url, params }) => {
  const person = signedIn(locals, url);
  const own = await orNotFound(ownPortfolio(person, params.id));
  const [published, files] = await Promise.all([
    own.published === null ? null : orNotFound(readPublication(person, own.id, own.published)),
    readFiles(own.id)
  ]);
  const now = bodyOf(own);
  const found = differences(published, now);
  return {
    id: own.id,
    owner: person.name,
    now,
    published,
    files,
    differences: found,
    // The page on which something is other, unless another one was asked for.
    page: url.searchParams.get('page') ?? found.find(({ pageId }) => pageId !== null)?.pageId ?? null
  };
};
