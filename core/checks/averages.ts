import { coarser } from '../calendar';
import type { Check } from '../layout';
import { counted, column, columnsOf, type ChartSpec } from '../spec';
import type { CheckFinder } from './check';

const AVERAGED = /\b(averages?|avg|mean)\b/i;
/** An average of fewer rows says little (common practice, no source). */
const FEW = 3;

/** Averages of what are averages already, and averages that few rows stand behind. */
export const averages: CheckFinder = ({ spec, sources, frame }) => {
  if (spec.across.as === 'number') return [];
  const averaged = spec.layers.filter(({ summary }) => summary === 'mean' || summary === 'median');
  const again = averaged.flatMap((layer) => {
    if (!('column' in layer.amount) || layer.summary !== 'mean') return [];
    const { name } = column(columnsOf(layer, sources), layer.amount.column);
    return AVERAGED.test(name) && frame.facts.counts[layer.id] > frame.across.values.length
      ? [
          {
            id: 'mean-of-means' as const,
            level: 'note' as const,
            message: `${name} holds averages already: averaged again, each row weighs the same, whatever stood behind it.`,
          },
        ]
      : [];
  });
  const { thinPlaces = 0 } = frame.facts;
  return [
    ...again,
    ...(averaged.length > 0 && thinPlaces > 0
      ? [
          {
            id: 'few-rows' as const,
            level: 'note' as const,
            message: `${counted(thinPlaces, 'point')} ${thinPlaces === 1 ? 'rests' : 'rest'} on fewer than ${FEW} rows.`,
            ...coarserStep(spec),
          },
        ]
      : []),
  ];
};

/** Over time, more rows stand behind each point of a coarser step. */
function coarserStep({ across }: ChartSpec): Pick<Check, 'edit' | 'changeWords'> {
  const step = across.as === 'time' ? coarser(across.step) : undefined;
  return step ? { edit: { do: 'setStep', with: [step] }, changeWords: `By ${step}` } : {};
}
