/** Days of the school's calendar: both ends included, as `YYYY-MM-DD` in the school's zone. */
export interface CalendarDays {
  id: string;
  kind: 'holiday' | 'marking-pause';
  title: string;
  first: string;
  last: string;
}

/** "No lessons" or "Nothing is marked", for a stretch of the calendar. */
export function calendarWords(kind: CalendarDays['kind']): string {
  return kind === 'holiday' ? 'No lessons' : 'Nothing is marked';
}

/** Why a submit may wait longer at present, or null where nothing explains it. */
export function pauseWords(stretch: CalendarDays | null, last: string): string | null {
  if (stretch === null) return null;
  return `${stretch.title} lasts until ${last}: ${stretch.kind === 'holiday' ? 'no lessons, and little is marked' : 'nothing is marked'}.`;
}
