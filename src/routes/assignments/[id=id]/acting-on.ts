import type { z } from 'zod';
import type { RefusedAt } from '$core/refusals/registry';
import { action, type Person } from '../../shared/action';
import type { RequestEvent } from './$types';

/** The action of a small form of this page, on the assignment that it shows. */
export function actingOn<S extends z.ZodType<object>, A>(
  schema: S,
  useCase: (person: Person, input: z.infer<S> & { assignmentId: string }) => Promise<A>,
  reader?: RefusedAt['reader']
) {
  return action(
    schema,
    (person, input, { params }: RequestEvent) => useCase(person, { ...input, assignmentId: params.id }),
    { reader }
  );
}
