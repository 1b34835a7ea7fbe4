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

/** The stretch in which a day lies, the marking pause before the holiday since it explains a wait; or null. */
export function stretchOn(days: readonly CalendarDays[], day: string): CalendarDays | null {
  const on = days.filter(({ first, last }) => first <= day && day <= last);
  return on.find(({ kind }) => kind === 'marking-pause') ?? on[0] ?? null;
}
