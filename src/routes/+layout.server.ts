import { asDependency, topics } from '$core/live/topics';
import { homeZone } from '$core/time/home';
import { offsetsAround } from '$core/time/offsets';
import { clock } from '$server/clock';
import { EXPLAINED_COOKIE } from '$ui/shell/explained';

/** Characters that are read of what a browser says was explained. */
const MOST_EXPLAINED = 1000;

/** What the shell of every page shows. */
export const load = ({ locals, depends, cookies }) => {
  depends(asDependency(topics.tidings));
  const { person, reader, theme, drawn, said } = locals;
  const [now, home] = [clock.now(), homeZone()];
  return {
    drawn,
    now,
    person: person && {
      id: person.id,
      name: person.name,
      studies: person.studies,
      teaches: person.teaches,
      office: person.schoolRoles.includes('office'),
      guards: person.schoolRoles.includes('guardian'),
      unread: person.unread
    },
    zone: reader.zone,
    home,
    clocks: [...new Set([reader.zone, ...(home ? [home] : [])])].map((zone) => offsetsAround(now, zone)),
    explained: (cookies.get(EXPLAINED_COOKIE) ?? '').slice(0, MOST_EXPLAINED),
    theme,
    said
  };
};
