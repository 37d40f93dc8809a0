import { LOCALE, type Locale } from '../calendar';
import type { ColumnProfile } from '../inference';
import { wordsOf, type RowKind } from '../sense';
import { defaultOrder, type Frame } from '../shaping';
import { hasSteps, type ChartSpec, type Columns, type Side } from '../spec';
import { draftSpec } from './draft';
import { fitScales } from './fit';
import type { Evidence } from './rules';
import { assignSides, medianOf } from './sides';

/** What holds on the desk for all new charts. */
export interface Manners {
  readonly locale?: Locale;
  readonly calendar?: ChartSpec['calendar'];
  /** What a row of the sheet is. */
  readonly rowIs?: RowKind;
}

/** The chart of some picks that is looked at before its form is chosen; none where they make no chart. */
export function draftOf(
  sheet: string,
  columns: Columns,
  picks: readonly string[],
  { locale = LOCALE, calendar = {}, rowIs }: Manners,
): ChartSpec | undefined {
  const plain = draftSpec(sheet, columns, picks, rowIs);
  if (!plain) return undefined;
  return {
    ...fewSplits(plain, columns),
    ...(locale === LOCALE ? {} : { look: { locale } }),
    // A calendar of the desk's own goes with every new chart that has one.
    ...(dated(plain, columns) && Object.keys(calendar).length > 0 ? { calendar } : {}),
  };
}

/** What the figures of a draft say: its sides by their sizes, the largest groups, how many places and series there are. */
export function evidenceOf(draft: ChartSpec, frame: Frame, columns: Columns): Evidence {
  const sided = assignSides(
    draft,
    columns,
    draft.layers.map((layer) => medianOf(layerValues(frame, layer.id))),
  );
  const spec = keepLargest({ ...draft, layers: sided.layers }, frame);
  const kept = spec.across.as === 'group' ? (spec.across.keep ?? Infinity) + 1 : Infinity;
  return {
    spec,
    columns,
    places: Math.min(frame.across.values.length, kept),
    series: Math.min(frame.series.length / draft.layers.length, (spec.split?.keep ?? Infinity) + 1),
    sideReasons: sided.reasons,
    evenly: evenlySpaced(frame) && countsTurns(columns.get(draft.across.column)),
    ...(sided.crowded ? { crowded: sided.crowded } : {}),
    negative: frame.series.some(({ values }) => values.some((value) => value !== null && value < 0)),
    nameLength: medianOf(frame.across.values.map((value) => String(value).length)) ?? 0,
  };
}

/** A proposed chart with its scales fitted to its own figures. */
export function fittedTo(spec: ChartSpec, frame: Frame): ChartSpec {
  return fitScales(spec, { left: sideValues(frame, spec, 'left'), right: sideValues(frame, spec, 'right') });
}

/** More splits than these are not even drafted: the largest stand alone from the start. */
const TOO_MANY_SPLITS = 200;

function fewSplits(spec: ChartSpec, columns: Columns): ChartSpec {
  const { split } = spec;
  const many = split && !split.step && (columns.get(split.column)?.stats.distinct ?? 0) > TOO_MANY_SPLITS;
  return many ? { ...spec, split: { ...split, keep: KEPT_SPLITS } } : spec;
}

const dated = ({ across }: ChartSpec, columns: Columns) => {
  const found = columns.get(across.column);
  return found !== undefined && hasSteps(found);
};

/** Of more groups than these (common practice, no source) the largest stand alone and the rest is taken together. */
const MANY_GROUPS = 60;
const KEPT_GROUPS = 25;
const MANY_SPLITS = 24;
const KEPT_SPLITS = 7;

/** Many different values rank by amount, with the rest as Other; numbers and steps of a scale have an order of their own. */
function keepLargest(spec: ChartSpec, { across, series }: Frame): ChartSpec {
  const { across: by, split } = spec;
  const ranked = by.as === 'group' && across.values.length > MANY_GROUPS && defaultOrder(across.values).by === 'value';
  const splits = series.length / spec.layers.length;
  return {
    ...spec,
    ...(ranked ? { across: { ...by, keep: KEPT_GROUPS } } : {}),
    ...(split && !split.step && by.as !== 'time' && splits > MANY_SPLITS
      ? { split: { ...split, keep: KEPT_SPLITS } }
      : {}),
  };
}

/** What comes one after the other (common practice, no source), beside the units of time. */
const TURN =
  /^(round|turn|lap|step|trial|attempt|game|set|wave|session|generation|iteration|visit|stage|day|week|month|quarter|year|hour|minute|second|time|runde|tag|woche|monat|jahr|stunde|jour|semaine|mois|heure|dia|semana|mes|hora|giorno|settimana|mese|ora|dag|maand|uur)s?$/;
const TIME_UNIT = /^(s|sec|seconds|ms|min|mins|minutes|h|hr|hrs|hours|days|weeks|months|years)$/i;

/** Whether the numbers of a column count time or turns: only then does a line over them say how it went on. */
function countsTurns(column: ColumnProfile | undefined): boolean {
  if (!column) return false;
  return (
    column.meaning === 'duration' ||
    column.meaning === 'year' ||
    TIME_UNIT.test(column.unit ?? '') ||
    wordsOf(column.name).some((word) => TURN.test(word))
  );
}

const LEAST_EVEN = 5;

/** Whether the numbers across stand at equal steps, one row each. */
function evenlySpaced({ points = [], series }: Frame): boolean {
  const own = points.filter(({ series: id }) => id === series[0]?.id);
  const at = own.map(({ x }) => x).sort((a, b) => a - b);
  if (at.length < LEAST_EVEN || own.some(({ count }) => count > 1)) return false;
  const step = (at[at.length - 1] - at[0]) / (at.length - 1);
  return step > 0 && at.every((x, i) => Math.abs(x - at[0] - i * step) <= step * 1e-6);
}

function layerValues(frame: Frame, layer: string): (number | null)[] {
  if (frame.points) {
    const ids = new Set(frame.series.filter((series) => series.layer === layer).map((series) => series.id));
    return frame.points.filter((point) => ids.has(point.series)).map((point) => point.y);
  }
  return frame.series.filter((series) => series.layer === layer).flatMap((series) => [...series.values]);
}

function sideValues(frame: Frame, spec: ChartSpec, side: Side): number[] {
  return spec.layers
    .filter((layer) => layer.side === side)
    .flatMap((layer) => layerValues(frame, layer.id))
    .filter((value): value is number => value !== null);
}
