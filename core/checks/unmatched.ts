import { counted, layerWords } from '../spec';
import type { CheckFinder } from './check';

const NAMED = 3;

/** Groups that found no partner where two sheets are laid on the same groups. */
export const unmatched: CheckFinder = ({ spec, sources, frame }) =>
  (frame.facts.unmatched ?? []).flatMap(({ layer: id, theirs, rows, ours }) => {
    const layer = spec.layers.find((one) => one.id === id);
    if (!layer) return [];
    const name = layerWords(layer, sources);
    const parts = [
      ...(theirs.length > 0
        ? [
            `${counted(rows, 'row')} of ${name} ${rows === 1 ? 'is' : 'are'} left out: this sheet has no ${listed(theirs)}`,
          ]
        : []),
      ...(ours.length > 0 ? [`${name} has nothing for ${listed(ours)}`] : []),
    ];
    return [
      {
        id: 'unmatched' as const,
        level: theirs.length > 0 ? ('warning' as const) : ('note' as const),
        message: `${parts.join('; ')}.`,
      },
    ];
  });

function listed(names: readonly string[]): string {
  const shown = names.slice(0, NAMED).join(', ');
  return names.length > NAMED ? `${shown} and ${names.length - NAMED} more` : shown;
}
