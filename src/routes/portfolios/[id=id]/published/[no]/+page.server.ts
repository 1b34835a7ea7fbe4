import { z } from 'zod';
import { readFiles } from '$server/portfolio/files';
import { readPublication } from '$server/portfolio/publish';
import { notHere, orNotFound, signedIn } from '../../../../shared/guard';

const No = z.coerce.number().int().min(1).max(1_000_000);

export const load = async ({ locals, url, params }) => {
  const person = signedIn(locals, url);
  const no = No.safeParse(params.no);
  if (!no.success) notHere();
  const body = await orNotFound(readPublication(person, params.id, no.data));
  return {
    id: params.id,
    no: no.data,
    owner: person.name,
    body,
    files: await readFiles(params.id),
    page: url.searchParams.get('page')
  };
};
