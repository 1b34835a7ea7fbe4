import { asDependency, topics } from '$core/live/topics';
import { homeZone } from '$core/time/home';
import { clock } from '$server/clock';

/** What the shell of every page shows. */
export const load = ({ locals, depends }) => {
  depends(asDependency(topics.tidings));
  const { person, reader, theme, drawn } = locals;
  return {
    drawn,
    now: clock.now(),
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
    home: homeZone(),
    theme
  };
};
