/** Whether one of some texts holds what is looked for, whatever its case and accents; everything holds nothing. */
export function holdsPart(part: string, ...texts: readonly (string | undefined)[]): boolean {
  const plain = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
  const words = plain(part).split(/\s+/).filter(Boolean);
  const all = plain(texts.filter(Boolean).join(' '));
  return words.every((word) => all.includes(word));
}
