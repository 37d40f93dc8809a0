import fc from 'fast-check';
import { CYCLES, STEPS } from '@/core/calendar';
import { isDated, isNumeric, SUMMARIES, type ColumnProfile } from '@/core/inference';
import { GAPS, type Across, type Amount, type ChartSpec, type Filter, type Layer, type Order } from '@/core/spec';

/** A sheet that charts are made up of: its columns, and some values of each. */
export interface SpecSheet {
  readonly id: string;
  readonly columns: readonly ColumnProfile[];
  readonly values: ReadonlyMap<string, readonly (string | number | boolean | null)[]>;
}

/** Left out so many times more often than there. */
const maybe = <T>(one: fc.Arbitrary<T>, times = 2): fc.Arbitrary<T | undefined> =>
  fc.oneof({ weight: times, arbitrary: fc.constant(undefined) }, { weight: 1, arbitrary: one });
/** An object without the parts that were left out. */
const parts = <T extends object>(shape: { [K in keyof T]: fc.Arbitrary<T[K] | undefined> }): fc.Arbitrary<T> =>
  fc
    .record<Record<string, unknown>>(shape)
    .map((made) => Object.fromEntries(Object.entries(made).filter(([, value]) => value !== undefined)) as T);
const among = <T>(list: readonly T[]) => fc.constantFrom(...list);

const few = (profile: ColumnProfile) => profile.stats.distinct <= 40;
const hasSteps = (profile: ColumnProfile) => isDated(profile) || profile.meaning === 'year';

const cyclesOf = (profile: ColumnProfile) =>
  CYCLES.filter((cycle) =>
    cycle === 'hour-of-day' ? profile.type === 'datetime' : isDated(profile) || profile.meaning === cycle,
  );

function anyAmount({ columns }: SpecSheet): fc.Arbitrary<{ amount: Amount; summary: Layer['summary'] }> {
  const numbers = columns.filter(isNumeric);
  const keys = numbers.map(({ key }) => key);
  const counted = among(columns.map(({ key }) => key)).chain((column) =>
    among(['count', 'distinct'] as const).map((summary) => ({ amount: { column }, summary })),
  );
  const rows = fc.constant({ amount: { rows: true as const }, summary: 'count' as const });
  if (keys.length === 0) return fc.oneof(rows, counted);
  const plain = fc.tuple(among(keys), among(SUMMARIES)).map(([column, summary]) => ({ amount: { column }, summary }));
  const key = among(keys);
  const formula = fc
    .tuple(
      fc.tuple(key, among(['+', '-', '*', '/']), key, among(['', ' / 2', ' * 1.5'])).map((words) => words.join(' ')),
      among(['sum', 'mean', 'min', 'median'] as const),
      maybe(fc.boolean()),
      maybe(fc.constant('zero' as const)),
    )
    .map(([formula, summary, rowsFirst, blanks]) => ({
      amount: {
        formula: formula.trim(),
        ...(rowsFirst === undefined ? {} : { rowsFirst }),
        ...(blanks ? { blanks } : {}),
      },
      summary,
    }));
  return fc.oneof({ weight: 6, arbitrary: plain }, { weight: 2, arbitrary: formula }, rows, counted);
}

function anyFilter(sheet: SpecSheet): fc.Arbitrary<Filter> {
  return among(sheet.columns).chain((profile): fc.Arbitrary<Filter> => {
    const { key } = profile;
    const values = sheet.values.get(key) ?? [null];
    const kept = fc
      .tuple(fc.uniqueArray(among(values), { minLength: 1, maxLength: 5 }), maybe(fc.boolean()))
      .map(([keep, not]): Filter => ({ column: key, keep, ...(not === undefined ? {} : { not }) }));
    const present = fc.boolean().map((is): Filter => ({ column: key, present: is }));
    const top = fc
      .tuple(fc.integer({ min: 1, max: 6 }), anyAmount(sheet), maybe(fc.boolean()))
      .map(([most, by, ascending]): Filter => ({
        column: key,
        top: most,
        by,
        ...(ascending === undefined ? {} : { ascending }),
      }));
    const ranged = isNumeric(profile) || isDated(profile);
    const ends = values.filter(
      (value): value is string | number => typeof value === 'string' || typeof value === 'number',
    );
    const range =
      ranged && ends.length > 0
        ? [
            fc
              .tuple(maybe(among(ends)), among(ends))
              .map(([from, to]): Filter => ({ column: key, to, ...(from === undefined ? {} : { from }) })),
          ]
        : [];
    const window = hasSteps(profile)
      ? [
          fc
            .oneof(
              among(['this-year', 'this-quarter', 'year-to-date'] as const),
              fc.record({ last: fc.integer({ min: 1, max: 18 }), step: among(['month', 'quarter', 'year'] as const) }),
            )
            .map((found): Filter => ({ column: key, window: found })),
        ]
      : [];
    return fc.oneof(kept, present, top, ...range, ...window);
  });
}

function anyOrder(sheet: SpecSheet): fc.Arbitrary<Order> {
  const descending = maybe(fc.boolean(), 1);
  return fc.oneof(
    { weight: 3, arbitrary: parts<Order>({ by: among(['value', 'name', 'sheet', 'calendar'] as const), descending }) },
    fc.tuple(anyAmount(sheet), descending).map(([amount, down]): Order => ({
      by: 'amount',
      ...amount,
      ...(down === undefined ? {} : { descending: down }),
    })),
  );
}

function anyAcross(sheet: SpecSheet): fc.Arbitrary<Across> {
  const of = (
    list: readonly ColumnProfile[],
    make: (profile: ColumnProfile) => fc.Arbitrary<Across>,
    weight: number,
  ) => (list.length === 0 ? [] : [{ weight, arbitrary: among(list).chain(make) }]);
  const { columns } = sheet;
  const groups = columns.filter((profile) => few(profile));
  const column = ({ key }: ColumnProfile) => fc.constant(key);
  return fc.oneof(
    ...of(
      columns.filter(hasSteps),
      (profile) =>
        parts<Extract<Across, { as: 'time' }>>({
          as: fc.constant('time' as const),
          column: column(profile),
          step: among(STEPS.filter((step) => step !== 'hour' && (step !== 'day' || profile.stats.distinct < 200))),
          gaps: maybe(among(GAPS)),
          partial: maybe(among(['keep', 'leave-out'] as const)),
        }),
      8,
    ),
    ...of(
      columns.filter((profile) => cyclesOf(profile).length > 0),
      (profile) => among(cyclesOf(profile)).map((cycle) => ({ as: 'cycle', column: profile.key, cycle })),
      3,
    ),
    ...of(
      groups,
      (profile) =>
        parts<Extract<Across, { as: 'group' }>>({
          as: fc.constant('group' as const),
          column: column(profile),
          order: maybe(anyOrder(sheet)),
          keep: maybe(fc.integer({ min: 1, max: 8 })),
          omit: maybe(fc.subarray(['blank', 'zero'] as const).map((list) => [...list])),
        }),
      8,
    ),
    ...of(columns.filter(isNumeric), ({ key }) => fc.constant({ as: 'number', column: key }), 1),
    ...of(
      columns.filter(isNumeric),
      (profile) =>
        parts<Extract<Across, { as: 'bins' }>>({
          as: fc.constant('bins' as const),
          column: column(profile),
          count: maybe(fc.integer({ min: 2, max: 30 })),
        }),
      1,
    ),
    ...of(columns.slice(0, 2), ({ key }) => fc.constant({ as: 'rows', column: key }), 1),
  );
}

/** Columns of another sheet that can stand across beside a chart's own. */
const fitting = (across: Across, { columns }: SpecSheet) =>
  across.as === 'time'
    ? columns.filter(hasSteps)
    : across.as === 'cycle'
      ? columns.filter((profile) => cyclesOf(profile).includes(across.cycle))
      : across.as === 'group'
        ? columns.filter(few)
        : [];

function anyFrom(across: Across, others: readonly SpecSheet[]): fc.Arbitrary<Partial<Layer>> {
  const pairs = others.flatMap((other) => fitting(across, other).map(({ key }) => ({ other, key })));
  if (pairs.length === 0) return fc.constant({});
  return among(pairs).chain(({ other, key }) =>
    fc
      .tuple(anyAmount(other), maybe(fc.array(anyFilter(other), { maxLength: 1 })))
      .map(([amount, filters]): Partial<Layer> => ({
        ...amount,
        from: { sheet: other.id, across: key, ...(filters ? { filters } : {}) },
      })),
  );
}

const THENS = ['running', 'share-of-total', 'share-of-group', 'change', 'change-percent', 'moving-average'] as const;

function anyLayers(sheet: SpecSheet, across: Across, others: readonly SpecSheet[]): fc.Arbitrary<Layer[]> {
  const free = across.as === 'number' || across.as === 'bins';
  const shape = among(
    across.as === 'number'
      ? (['dot'] as const)
      : (['line', 'column', 'column', 'bar', 'area', 'dot', 'target'] as const),
  );
  const alone = among(across.as === 'number' ? (['dot'] as const) : (['pie', 'figure', 'line', 'column'] as const));
  const layer = (i: number, shapes: fc.Arbitrary<Layer['shape']>) =>
    fc
      .tuple(
        anyAmount(sheet),
        i === 0 ? fc.constant({}) : fc.oneof({ weight: 3, arbitrary: fc.constant({}) }, anyFrom(across, others)),
        parts<Partial<Layer>>({
          shape: shapes,
          side: i === 0 ? fc.constant('left' as const) : among(['left', 'right'] as const),
          stack: maybe(among(['none', 'stacked', 'share'] as const)),
          then: free ? fc.constant(undefined) : maybe(among(THENS), 1),
          thenBy: free ? fc.constant(undefined) : maybe(fc.record({ over: fc.integer({ min: 2, max: 5 }) })),
          name: maybe(among(['Money', 'How much'])),
          per: maybe(among(sheet.columns.filter(few).map(({ key }) => key))),
          fills: i === 0 ? fc.constant(undefined) : maybe(fc.constant('l1')),
          whole: maybe(fc.boolean()),
          style: maybe(
            parts<NonNullable<Layer['style']>>({
              values: maybe(among([true, 'ends', 'extremes'] as const), 1),
              valuesAs: maybe(among(['amount', 'share', 'both'] as const)),
              ring: maybe(among(['whole', 'half'] as const)),
              points: maybe(fc.boolean()),
              curve: maybe(among(['smooth', 'step'] as const)),
            }),
            1,
          ),
        }),
      )
      .map(([amount, from, rest]) => {
        const made = { id: `l${i + 1}`, ...amount, ...rest, ...from } as Layer;
        // Only levels of the sheet's own rows are added up.
        if ((made.summary !== 'first' && made.summary !== 'last') || made.from) delete made.per;
        return made;
      });
  return fc.oneof(
    { weight: 4, arbitrary: layer(0, fc.oneof({ weight: 4, arbitrary: shape }, alone)).map((one) => [one]) },
    { weight: 3, arbitrary: fc.tuple(layer(0, shape), layer(1, shape)) },
    {
      weight: 1,
      arbitrary: fc.tuple(layer(0, shape), layer(1, shape), layer(2, fc.oneof(shape, fc.constant('read' as const)))),
    },
  );
}

const anyLook = parts<NonNullable<ChartSpec['look']>>({
  legend: maybe(among(['top', 'right', 'none'] as const)),
  letters: maybe(among(['small', 'large'] as const)),
  labels: maybe(among(['level', 'leaning', 'standing'] as const)),
  scroll: maybe(among(['start', 'end', 'none'] as const)),
  locale: maybe(among(['en-US', 'de-DE'] as const)),
});

const anyScale = parts<ChartSpec['scales']['left']>({
  fit: among(['zero', 'close', 'breathing'] as const),
  kind: maybe(among(['linear', 'log'] as const)),
  numbers: maybe(fc.record({ in: among(['ones', 'thousands'] as const), decimals: fc.integer({ min: 0, max: 3 }) })),
});

/** Charts of a sheet, some with layers out of others. Most can be drawn; the rest are refused with a reason. */
export function anySpec(sheet: SpecSheet, others: readonly SpecSheet[]): fc.Arbitrary<ChartSpec> {
  const splitting = sheet.columns.filter((profile) => few(profile) || hasSteps(profile));
  const split = among(splitting).chain((profile) =>
    parts<NonNullable<ChartSpec['split']>>({
      column: fc.constant(profile.key),
      keep: maybe(fc.integer({ min: 1, max: 6 })),
      step: hasSteps(profile) ? among(['year', 'quarter'] as const) : fc.constant(undefined),
    }),
  );
  const copied = sheet.columns.filter((profile) => profile.stats.distinct <= 12).map(({ key }) => key);
  const panels: fc.Arbitrary<NonNullable<ChartSpec['panels']>> =
    copied.length === 0
      ? fc.constant({ by: 'layer' })
      : fc.oneof(
          fc.constant({ by: 'layer' as const }),
          fc.record({ column: among(copied) }),
          fc.record({ column: among(copied), keep: fc.integer({ min: 1, max: 4 }) }),
        );
  return anyAcross(sheet).chain((across) => {
    const aside = (sheet.values.get(across.column) ?? []).filter(
      (value): value is string | number => typeof value === 'string' || typeof value === 'number',
    );
    return parts<ChartSpec>({
      version: fc.constant(1 as const),
      sheet: fc.constant(sheet.id),
      calendar: maybe(fc.record({ weekStart: among(['monday', 'sunday'] as const), yearStart: among([1, 4, 10]) })),
      across: fc.constant(across),
      split: maybe(split, 1),
      panels: maybe(panels, 3),
      layers: anyLayers(sheet, across, others),
      filters: fc.oneof(
        { weight: 3, arbitrary: fc.constant<Filter[]>([]) },
        fc.array(anyFilter(sheet), { minLength: 1, maxLength: 2 }),
      ),
      setAside:
        aside.length === 0
          ? fc.constant(undefined)
          : maybe(
              among(aside).map((value) => [{ across: value }]),
              4,
            ),
      scales: parts<ChartSpec['scales']>({ left: anyScale, right: maybe(anyScale) }),
      text: fc.constant({}),
      look: maybe(anyLook),
    });
  });
}

/** So many charts, the same ones for the same seed. */
export function sampleSpecs(sheets: readonly SpecSheet[], count: number, seed: number): ChartSpec[] {
  const any = fc.oneof(
    ...sheets.map((sheet) =>
      anySpec(
        sheet,
        sheets.filter((other) => other !== sheet),
      ),
    ),
  );
  return fc.sample(any, { numRuns: count, seed });
}
