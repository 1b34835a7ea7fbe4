import { z } from 'zod';
import { readRound } from '$server/rounds/read-round';
import { readBehind } from '$server/reading/read-behind';
import { orNotFound, signedIn } from '../../../shared/guard';

const Beside = z.coerce.number().int().positive().nullable().catch(null);

export const load = async ({ locals, params, url }) => {
  const person = signedIn(locals, url);
  const beside = Beside.parse(url.searchParams.get('beside') || null);
  const page = await orNotFound(readRound(person, params.packet, Number(params.no), beside));
  return { now: page.now, page, looking: readBehind(page.round.pieces, 'round_pieces') };
};
