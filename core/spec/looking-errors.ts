import { isNumeric, type ColumnProfile } from '../inference';
import type { ChartSpec } from './chart-spec';
import type { InputError } from './input/invalid';
import { STAYING, type ReferenceAt } from './looking';

type Columns = ReadonlyMap<string, ColumnProfile>;

/** What is wrong with trends, references and colours, whatever the rows hold. What only the rows decide is told by checks. */
export function lookingErrors(spec: ChartSpec, columns: Columns): InputError[] {
  const has = (layer: string) => spec.layers.some(({ id }) => id === layer);
  const noLayer = (path: string, layer: string): InputError[] =>
    has(layer) ? [] : [{ path, message: `there is no layer "${layer}"` }];
  const figureOf = (path: string, at: ReferenceAt | undefined) =>
    typeof at === 'object' ? noLayer(`${path}.layer`, at.layer) : [];
  const trends = (spec.trends ?? []).flatMap((trend, i): InputError[] => {
    const path = `trends.${i}`;
    return [
      ...noLayer(`${path}.layer`, trend.layer),
      ...(hasOrder(spec, columns)
        ? []
        : [{ path, message: 'what runs across has no order that a trend could follow: names and values are none' }]),
      ...(trend.ahead
        ? spec.across.as !== 'time'
          ? [{ path: `${path}.ahead`, message: 'only time goes on beyond the last place' }]
          : STAYING.includes(trend.kind)
            ? [{ path: `${path}.ahead`, message: `a trend of the kind ${trend.kind} ends with what it is made of` }]
            : []
        : []),
    ];
  });
  const references = (spec.references ?? []).flatMap((reference, i): InputError[] => {
    const path = `references.${i}`;
    const { at, to, from, on } = reference;
    return [
      ...(from && on !== 'across'
        ? [{ path: `${path}.on`, message: 'rows of another sheet stand across' }]
        : from && at !== undefined
          ? [{ path: `${path}.at`, message: 'has either a place of its own or those of another sheet' }]
          : !from && at === undefined
            ? [{ path: `${path}.at`, message: 'must say where it stands' }]
            : []),
      ...(on === 'across' && (typeof at === 'object' || typeof to === 'object')
        ? [{ path: `${path}.at`, message: 'a figure stands on a scale of amounts' }]
        : []),
      ...figureOf(`${path}.at`, at),
      ...figureOf(`${path}.to`, to),
    ];
  });
  const colors = spec.layers.flatMap(({ style }, i): InputError[] => {
    const colorBy = style?.colorBy;
    if (!colorBy || !('when' in colorBy)) return [];
    return colorBy.when.flatMap(({ than }, w) =>
      typeof than === 'object' ? noLayer(`layers.${i}.style.colorBy.when.${w}.than.layer`, than.layer) : [],
    );
  });
  return [...trends, ...references, ...colors];
}

/** Whether what runs across has an order that a trend can follow: time, cycles, numbers, bins, and groups of these or of steps. */
export function hasOrder({ across }: Pick<ChartSpec, 'across'>, columns: Columns): boolean {
  if (across.as === 'rows') return false;
  if (across.as !== 'group') return true;
  const natural = !across.order || across.order.by === 'calendar' || across.order.by === 'name';
  const profile = columns.get(across.column);
  return natural && profile !== undefined && isOrdered(profile, across.order?.by === 'name');
}

function isOrdered(profile: ColumnProfile, byName: boolean): boolean {
  if (isNumeric(profile)) return true;
  return (
    !byName && (profile.meaning === 'ordinal' || profile.meaning === 'month-of-year' || profile.meaning === 'weekday')
  );
}
