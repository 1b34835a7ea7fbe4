import type { z } from 'zod';
import { acting, type Done, type Person } from '../../shared/acting';
import type { RequestEvent } from './$types';

/** The action of a small form of the student's page, on the assignment that it shows. */
export function actingOn<S extends z.ZodObject>(
  schema: S,
  change: (person: Person, input: z.infer<S> & { assignmentId: string }) => Done
) {
  return acting(schema, (person, input, { params }: RequestEvent) =>
    change(person, { ...input, assignmentId: params.id })
  );
}
