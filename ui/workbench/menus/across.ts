import { CYCLES, STEPS, type Cycle, type Step } from '@/core/calendar';
import { isDated, type ColumnProfile } from '@/core/inference';
import { finestStep } from '@/core/recommend';
import {
  amountName,
  column,
  CYCLE_WORDS,
  isDrawn,
  MOST_SINGLE_ROWS,
  rowNoun,
  type Order,
  type RowsOrder,
  hasSteps,
  stepOut,
  upperFirst,
  withinPath,
  type ChartSpec,
  type Columns,
  type Sources,
} from '@/core/spec';
import type { Choice, ChoiceGroup } from './choice';

const KEEPS = [5, 10, 20];

/** How many groups stand alone, and which are left out. */
export function keepChoices(spec: ChartSpec): ChoiceGroup[] {
  const { across } = spec;
  if (across.as !== 'group') return [];
  const grouped = (change: (now: GroupAcross) => GroupAcross) => (now: ChartSpec) =>
    now.across.as === 'group' ? { ...now, across: change(now.across) } : now;
  const omit = (what: 'blank' | 'zero', words: string): Choice => {
    const on = across.omit?.includes(what) ?? false;
    return {
      key: what,
      words,
      chosen: on,
      edit: grouped((now) => {
        const rest = (now.omit ?? []).filter((one) => one !== what);
        const next = on ? rest : [...rest, what];
        return { ...now, omit: next.length > 0 ? next : undefined };
      }),
    };
  };
  return [
    {
      title: 'How many',
      choices: [
        {
          key: 'all',
          words: 'All',
          chosen: across.keep === undefined,
          edit: grouped((now) => ({ ...now, keep: undefined })),
        },
        ...KEEPS.map((keep): Choice => ({
          key: String(keep),
          words: `The first ${keep} and the rest`,
          chosen: across.keep === keep,
          edit: grouped((now) => ({ ...now, keep })),
        })),
      ],
    },
    { title: 'Leave out', choices: [omit('blank', 'Blanks'), omit('zero', 'Those with nothing')] },
  ];
}
type GroupAcross = Extract<ChartSpec['across'], { as: 'group' }>;

export function withinChoices(spec: ChartSpec, at: number): ChoiceGroup[] {
  const path = withinPath(spec);
  return [
    {
      choices: [
        { key: 'out', words: `Back out of ${path[at]?.value ?? 'it'}`, edit: (now) => stepOut(now, at) },
        ...(path.length > 1 && at > 0
          ? [
              {
                key: 'all',
                words: `Back out of all, to ${path[0].value} and the others`,
                edit: (now: ChartSpec) => stepOut(now, 0),
              },
            ]
          : []),
      ],
    },
  ];
}

/** The steps that a column has, and its cycles. */
export function stepsOf(profile: ColumnProfile): Step[] {
  return STEPS.slice(0, STEPS.indexOf(finestStep(profile)) + 1);
}

function cyclesOf(profile: ColumnProfile): Cycle[] {
  if (profile.type === 'time') return ['hour-of-day'];
  if (profile.type === 'text') return CYCLES.filter((cycle) => cycle === profile.meaning);
  if (!isDated(profile)) return [];
  return CYCLES.filter((cycle) =>
    cycle === 'hour-of-day'
      ? profile.type === 'datetime'
      : cycle === 'weekday'
        ? profile.meaning === undefined && profile.rhythm === undefined
        : (profile.meaning === undefined || profile.meaning === 'month') && profile.rhythm !== 'year',
  );
}

export function stepChoices(spec: ChartSpec, { columns }: Sources): ChoiceGroup[] {
  const { across } = spec;
  const profile = column(columns, across.column);
  const steps = hasSteps(profile) ? stepsOf(profile) : [];
  return [
    {
      title: 'One after another',
      choices: steps.map((step) => ({
        key: step,
        words: upperFirst(step),
        chosen: across.as === 'time' && across.step === step,
        edit: (now: ChartSpec): ChartSpec => ({
          ...now,
          across: now.across.as === 'time' ? { ...now.across, step } : { as: 'time', column: across.column, step },
        }),
      })),
    },
    {
      title: 'Laid over each other',
      choices: cyclesOf(profile).map((cycle) => ({
        key: cycle,
        words: upperFirst(CYCLE_WORDS[cycle]),
        chosen: across.as === 'cycle' && across.cycle === cycle,
        edit: (now: ChartSpec): ChartSpec => ({ ...now, across: { as: 'cycle', column: across.column, cycle } }),
      })),
    },
    ...(across.as === 'time'
      ? [
          {
            title: `First and last ${across.step}`,
            choices: partialChoices(across.step, across.partial),
          },
        ]
      : []),
    ...(steps.length > 0
      ? [
          {
            choices: [
              { key: 'calendar', words: 'Where weeks and years begin …', opens: { kind: 'calendar' as const } },
            ],
          },
        ]
      : []),
  ].filter((group) => group.choices.length > 0);
}

/** Whether a first or last step that is not over is shown. */
export function partialChoices(step: Step, now: 'keep' | 'leave-out' = 'keep'): Choice[] {
  return (['keep', 'leave-out'] as const).map((partial) => ({
    key: partial,
    words: partial === 'keep' ? 'Shown though unfinished' : `Whole ${step}s only`,
    chosen: now === partial,
    edit: (spec) =>
      spec.across.as === 'time'
        ? { ...spec, across: { ...spec.across, partial: partial === 'keep' ? undefined : partial } }
        : spec,
  }));
}

export function acrossChoices(spec: ChartSpec, sources: Sources, picks: readonly string[]): ChoiceGroup[] {
  const { columns } = sources;
  const own = spec.across.column;
  const numbers = spec.across.as === 'number' || spec.across.as === 'bins';
  const fits = [...columns.values()].filter(
    (one) =>
      (numbers ? one.role === 'amount' : one.role === 'when' || one.role === 'group') &&
      (one.key === own || !picks.includes(one.key)),
  );
  const order =
    spec.across.as === 'group'
      ? [{ title: 'In order of', choices: orderChoices(spec, sources) }, ...keepChoices(spec)]
      : spec.across.as === 'rows'
        ? [{ title: 'In order of', choices: rowOrderChoices(spec, sources) }]
        : [];
  const rows = rowsChoices(spec, sources);
  return [
    {
      title: 'Across',
      choices: fits.slice(0, 60).map((one) => ({
        key: one.key,
        words: one.name,
        chosen: one.key === own,
        ...(one.key === own ? {} : { picks: [one.key, ...picks.filter((key) => key !== own)] }),
      })),
    },
    ...order,
    ...(rows.length > 0 ? [{ title: 'Summed up or not', choices: rows }] : []),
  ];
}

/** What groups, or single rows, are put in order by. */
export function orderGroups(spec: ChartSpec, sources: Sources): ChoiceGroup[] {
  return [
    {
      title: 'In order of',
      choices: spec.across.as === 'rows' ? rowOrderChoices(spec, sources) : orderChoices(spec, sources),
    },
  ];
}

/** The rows as they are, one mark each, and the way back to groups. */
function rowsChoices(spec: ChartSpec, sources: Sources): Choice[] {
  const { columns } = sources;
  const { across, layers } = spec;
  const found = column(columns, across.column);
  const amounts = layers.every(({ amount, from }) => !('rows' in amount) && !from);
  if (across.as === 'rows')
    return [
      {
        key: 'grouped',
        words: `Summed up by ${found.name}`,
        edit: (now) => ({
          ...now,
          across: hasSteps(found)
            ? { as: 'time', column: across.column, step: finestStep(found) }
            : { as: 'group', column: across.column },
        }),
      },
    ];
  const spread = across.as === 'bins';
  if (!(amounts || spread) || across.as === 'number' || spec.panels) return [];
  const rows = found.stats.count + found.stats.missing + found.unread.count;
  if (rows > MOST_SINGLE_ROWS) return [];
  return [
    {
      key: 'rows',
      words: `Each ${rowNoun(sources).one} by itself`,
      edit: (now) => (spread ? spreadAsRows(now, columns) : { ...now, across: { as: 'rows', column: across.column } }),
    },
  ];
}

/** The amount whose spread is shown, of each row by itself, the rows called by what tells them apart. */
function spreadAsRows(spec: ChartSpec, columns: Columns): ChartSpec {
  const own = spec.across.column;
  const all = [...columns.values()];
  const naming = (['key', 'when', 'group'] as const).flatMap((role) => all.find((one) => one.role === role) ?? [])[0];
  return {
    ...spec,
    across: { as: 'rows', column: naming?.key ?? own },
    layers: [{ ...spec.layers[0], amount: { column: own }, summary: column(columns, own).summary }],
  };
}

/** Single rows stand as in the sheet, or in the order of one of their columns. */
function rowOrderChoices(spec: ChartSpec, { columns }: Sources): Choice[] {
  if (spec.across.as !== 'rows') return [];
  const now = spec.across.order;
  const by = (key: string, words: string, order: RowsOrder | undefined): Choice => ({
    key,
    words,
    chosen: now?.column === order?.column && Boolean(now?.descending) === Boolean(order?.descending),
    edit: (one) => (one.across.as === 'rows' ? { ...one, across: { ...one.across, order } } : one),
  });
  const ordered = [...columns.values()].filter(({ role }) => role === 'amount' || role === 'when').slice(0, 10);
  return [
    by('sheet', 'The sheet', undefined),
    by('name', column(columns, spec.across.column).name, { column: spec.across.column }),
    ...ordered
      .filter(({ key }) => key !== spec.across.column)
      .flatMap(({ key, name, role }) => [
        by(`${key} down`, `${name}, ${role === 'when' ? 'newest' : 'largest'} first`, {
          column: key,
          descending: true,
        }),
        by(`${key} up`, `${name}, ${role === 'when' ? 'oldest' : 'smallest'} first`, { column: key }),
      ]),
  ];
}

/** With an amount and its target drawn: in order of how much of the target is reached. */
function shareOrders(spec: ChartSpec, columns: Columns): Choice[] {
  if (spec.across.as !== 'group') return [];
  const keys = spec.layers.map((layer) => ('column' in layer.amount && !layer.from ? layer.amount.column : undefined));
  const target = keys[spec.layers.findIndex(({ shape }) => shape === 'target')];
  const actual = keys[spec.layers.findIndex(({ shape }) => shape !== 'target')];
  if (target === undefined || actual === undefined) return [];
  const formula = `${actual} / ${target}`;
  const words = `${column(columns, actual).name} as a share of ${column(columns, target).name}`;
  return bothWays('share', words, { amount: { formula }, summary: 'sum' }, spec);
}

type Measured = Pick<Extract<Order, { by: 'amount' }>, 'amount' | 'summary'>;

/** An order by an amount of its own, from either end. */
function bothWays(key: string, words: string, by: Measured, spec: ChartSpec): Choice[] {
  const now = spec.across.as === 'group' ? spec.across.order : undefined;
  const same = now?.by === 'amount' && JSON.stringify(now.amount) === JSON.stringify(by.amount);
  return [true, false].map((descending): Choice => ({
    key: descending ? key : `${key} up`,
    words: `${words}, ${descending ? 'largest' : 'smallest'} first`,
    chosen: same && Boolean(now.descending) === descending,
    edit: (one) =>
      one.across.as === 'group'
        ? {
            ...one,
            across: { ...one.across, order: { by: 'amount', ...by, ...(descending ? { descending } : {}) } },
          }
        : one,
  }));
}

function orderChoices(spec: ChartSpec, sources: Sources): Choice[] {
  const { columns } = sources;
  if (spec.across.as !== 'group') return [];
  const now = spec.across.order;
  const drawn = new Set(spec.layers.flatMap((layer) => ('column' in layer.amount ? [layer.amount.column] : [])));
  const others = [...columns.values()].filter((one) => one.role === 'amount' && !drawn.has(one.key));
  const choice = (
    key: string,
    words: string,
    by: 'value' | 'name' | 'sheet' | 'calendar',
    descending: boolean,
  ): Choice => ({
    key,
    words,
    chosen:
      now !== undefined && now.by === by && Boolean(now.descending) === descending && !('layer' in now && now.layer),
    edit: (one) =>
      one.across.as === 'group'
        ? { ...one, across: { ...one.across, order: { by, ...(descending ? { descending } : {}) } } }
        : one,
  });
  const { meaning } = column(columns, spec.across.column);
  const own = meaning === 'ordinal' || meaning === 'month-of-year' || meaning === 'weekday';
  return [
    ...(own ? [choice('own', 'Its own order', 'calendar', false)] : []),
    choice('largest', 'Value, largest first', 'value', true),
    choice('smallest', 'Value, smallest first', 'value', false),
    ...spec.layers.slice(1).flatMap((layer) =>
      'column' in layer.amount && !layer.from && isDrawn(layer)
        ? [true, false].map((descending): Choice => ({
            key: `${layer.id} ${descending ? 'down' : 'up'}`,
            words: `${amountName(layer, sources)}, ${descending ? 'largest' : 'smallest'} first`,
            chosen: now?.by === 'value' && now.layer === layer.id && Boolean(now.descending) === descending,
            edit: (one) =>
              one.across.as === 'group'
                ? {
                    ...one,
                    across: {
                      ...one.across,
                      order: { by: 'value', layer: layer.id, ...(descending ? { descending } : {}) },
                    },
                  }
                : one,
          }))
        : [],
    ),
    choice('name', 'Name', 'name', false),
    choice('name from the last', 'Name, from the last', 'name', true),
    choice('sheet', 'The sheet', 'sheet', false),
    ...shareOrders(spec, columns),
    ...others
      .slice(0, 8)
      .flatMap((one) =>
        bothWays(`by:${one.key}`, one.name, { amount: { column: one.key }, summary: one.summary }, spec),
      ),
  ];
}
