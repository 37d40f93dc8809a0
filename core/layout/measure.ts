/** About how wide characters of the interface face are, as a share of its size. From the face's own metrics, rounded. */
const NARROW = /[iljtfrI.,:;'|!()[\] ]/;
const WIDE = /[mwMW%@—]/;

/** About how wide a text is, in pixels: a little more than it is, so that what is found to fit does fit. */
export function textWidth(text: string, size: number): number {
  let em = 0;
  for (const c of text) em += NARROW.test(c) ? 0.3 : WIDE.test(c) ? 0.84 : c >= 'A' && c <= 'Z' ? 0.6 : 0.53;
  return em * size;
}

/** Cuts a text to a width, with an ellipsis for what is left off. */
export function shorten(text: string, width: number, size: number): string {
  if (textWidth(text, size) <= width) return text;
  let kept = text;
  while (kept.length > 1 && textWidth(`${kept}…`, size) > width) kept = kept.slice(0, -1);
  return `${kept.trimEnd()}…`;
}

/** The width of the widest of some texts, in pixels; of none 0. */
export function widestText(texts: readonly string[], size: number): number {
  return texts.reduce((most, text) => Math.max(most, textWidth(text, size)), 0);
}
