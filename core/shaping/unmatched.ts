import { measureAt } from '../grain';
import { column } from '../spec';
import type { Unmatched } from './frame';
import type { Laid } from './laid';
import { groupText } from './places';

/** What found no partner where two sheets are laid on the same groups. */
export function unmatchedOf({ spec, places, portions }: Laid): Unmatched[] {
  if (spec.across.as !== 'group') return [];
  const own = portions.some(({ portion }) => !portion.other);
  if (!own) return [];
  return portions.flatMap(({ portion, keys, at, grain, query }) => {
    if (!portion.other) return [];
    const profile = column(portion.columns, portion.across);
    const rows = grain.measures[measureAt(query.measures, { want: 'rows' })];
    const lost = keys.flatMap((_, i) => (at[i] < 0 ? [i] : []));
    const matched = new Set(at);
    const ours = places.values.filter((_, place) => !matched.has(place)).map(String);
    const theirs = [...new Set(lost.map((i) => groupText(keys[i], profile)))];
    if (theirs.length === 0 && ours.length === 0) return [];
    return [
      {
        layer: portion.layers[0].id,
        theirs,
        rows: lost.reduce((sum, i) => sum + Number(rows[i]), 0),
        ours,
      },
    ];
  });
}
