import { z } from 'zod';
import { planMarksFile, takeMarksFile } from '$server/marking/marks-file';
import { readAssignment } from '$server/assignments/read-assignment';
import { error } from '@sveltejs/kit';
import { action } from '../../../shared/action';
import { orNotFound, signedIn } from '../../../shared/guard';
import type { RequestEvent } from './$types';

export const load = async ({ locals, params, url }) => {
  const { facts, role } = await orNotFound(readAssignment(signedIn(locals, url), params.id));
  if (role !== 'teacher') error(404, 'There are no marks to take in here.');
  return { assignmentId: params.id, title: facts.title };
};

const File = z.object({
  text: z.string().min(1, 'There is nothing in it.').max(200_000, 'That is longer than any class.')
});

export const actions = {
  look: action(
    File,
    async (person, { text }, { params }: RequestEvent) => ({
      plan: await planMarksFile(person, params.id, text),
      text
    }),
    { then: ({ plan, text }) => ({ done: true as const, plan, text, kept: false }), stays: true }
  ),
  take: action(
    File,
    async (person, { text }, { params }: RequestEvent) => ({ ...(await takeMarksFile(person, params.id, text)), text }),
    { then: ({ text, kept, ...plan }) => ({ done: true as const, plan, text, kept }), stays: true }
  )
};
