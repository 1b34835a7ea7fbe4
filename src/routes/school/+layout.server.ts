import { mayForSchool } from '$core/people/policy';
import { clock } from '$server/clock';
import { readSchool } from '$server/school/school';
import { isDemoLoaded } from '$server/db/settings';
import { sendsMail } from '$server/mail/mail';
import { notHere, signedIn } from '../shared/guard';

/** The office's rooms. Each use-case asks the policy again. */
export const load = async ({ locals, url }) => {
  if (!mayForSchool(signedIn(locals, url), 'keep-people')) notHere();
  const [school, demo] = await Promise.all([readSchool(), isDemoLoaded()]);
  return {
    school: school ?? { name: demo ? 'Skerrow Upper School' : 'The school', zone: 'Atlantic/Faroe' },
    mails: sendsMail,
    now: clock.now()
  };
};
