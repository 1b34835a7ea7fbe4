import { z } from 'zod';
import { invite, NewInvitations, readRoster, withdrawInvitation } from '$server/courses/invitations';
import { changeJoinPhrase, leaveCourse, readJoinPhraseOf, removeStudent } from '$server/courses/join';
import { clock } from '$server/clock';
import { action } from '../../../shared/action';
import type { RequestEvent } from './$types';

export const load = async ({ parent }) => {
  const { course } = await parent();
  const teaches = course.role === 'teacher';
  const { people, invitations } = await readRoster(course.id);
  return {
    people: teaches ? people : people.filter(({ left }) => left === null),
    invitations: teaches ? invitations : [],
    phrase: teaches ? await readJoinPhraseOf(course.id) : null,
    now: clock.now()
  };
};

const One = z.object({ id: z.uuid() });

export const actions = {
  invite: action(
    NewInvitations,
    (person, invitations, { params }: RequestEvent) => invite(person, params.course, invitations),
    {
      then: (sent) => ({
        done: sent === 1 ? 'One invitation is on its way.' : `${sent} invitations are on their way.`
      })
    }
  ),
  withdraw: action(One, (person, { id }, { params }: RequestEvent) => withdrawInvitation(person, params.course, id), {
    then: () => ({ done: 'The invitation is withdrawn: its link lets nobody in any more.' })
  }),
  phrase: action(
    z.object({ to: z.enum(['new', 'closed']) }),
    (person, { to }, { params }: RequestEvent) => changeJoinPhrase(person, params.course, to),
    {
      then: (_, { to }) => ({
        done: to === 'new' ? 'This phrase holds from now on; the old one does not.' : 'Joining by phrase is closed.'
      })
    }
  ),
  remove: action(One, (person, { id }, { params }: RequestEvent) => removeStudent(person, params.course, id), {
    then: () => ({
      done: 'They are out of the course. What they submitted is kept, and is there again if they come back.'
    })
  }),
  leave: action(z.object({}), (person, _, { params }: RequestEvent) => leaveCourse(person, params.course), {
    goTo: () => '/courses'
  })
};
