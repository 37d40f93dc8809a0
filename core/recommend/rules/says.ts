import { amountName, column, layerWords, lowerFirst } from '../../spec';
import type { Evidence } from './evidence';
import { isTarget, unitsOf } from './facts';
import { coarserOf } from './forms';

/** What stands for the words in braces; a word may come to several sentences. */
const WORDS: Readonly<Record<string, (e: Evidence) => string | readonly string[]>> = {
  units: (e) => String(unitsOf(e)),
  crowded: (e) => e.crowded ?? '',
  series: (e) => String(e.series),
  places: (e) => String(e.places),
  sides: (e) => e.sideReasons,
  what: (e) => lowerFirst(layerWords(e.spec.layers[0], e)),
  across: (e) => lowerFirst(column(e.columns, e.spec.across.column).name),
  target: (e) => e.spec.layers.filter((layer) => isTarget(layer, e)).map((layer) => amountName(layer, e))[0] ?? '',
  step: ({ spec: { across } }) => (across.as === 'time' ? across.step : ''),
  coarser: (e) => coarserOf(e) ?? '',
  calmer: (e) => coarserOf(e, true) ?? '',
};

export const isWord = (word: string) => word in WORDS;

/** What a rule says of a draft, sentence by sentence. */
export function sentencesOf(says: readonly string[], e: Evidence): string[] {
  return says.flatMap((sentence) => {
    const whole = /^\{(\w+)\}$/.exec(sentence);
    if (whole) return WORDS[whole[1]](e);
    return sentence.replace(/\{(\w+)\}/g, (_, word: string) => String(WORDS[word](e)));
  });
}
