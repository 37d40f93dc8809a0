const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
const TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** When something was made, in the reader's own time: the time for today, else the day. */
export function dayWords(iso: string, now = new Date()): string {
  const at = new Date(iso);
  return at.toDateString() === now.toDateString() ? `today, ${TIME.format(at)}` : DAY.format(at);
}

/** The time of day, in the reader's own: "08:02". */
export const timeWords = (iso: string): string => TIME.format(new Date(iso));

const WEEKDAY = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });

/** When something will be, in the reader's own time: "Mon 30 Nov, 08:00". */
export const whenWords = (iso: string): string => `${WEEKDAY.format(new Date(iso))}, ${timeWords(iso)}`;
