const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
const TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** When something was made, in the reader's own time: the time for today, else the day. */
export function dayWords(iso: string, now = new Date()): string {
  const at = new Date(iso);
  return at.toDateString() === now.toDateString() ? `today, ${TIME.format(at)}` : DAY.format(at);
}
