import { CYCLES, STEPS, type Cycle, type Step } from '@/core/calendar';
import { isDated, type ColumnProfile } from '@/core/inference';
import { finestStep } from '@/core/recommend';
import {
  column,
  CYCLE_WORDS,
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
  ].filter((group) => group.choices.length > 0);
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
      : [];
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
  const now = spec.across.order;
  return [
    {
      key: 'share',
      words: `${column(columns, actual).name} as a share of ${column(columns, target).name}`,
      chosen: now?.by === 'amount' && 'formula' in now.amount && now.amount.formula === formula,
      edit: (one) =>
        one.across.as === 'group'
          ? {
              ...one,
              across: { ...one.across, order: { by: 'amount', amount: { formula }, summary: 'sum', descending: true } },
            }
          : one,
    },
  ];
}

function orderChoices(spec: ChartSpec, { columns }: Sources): Choice[] {
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
    chosen: now !== undefined && now.by === by && Boolean(now.descending) === descending,
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
    choice('name', 'Name', 'name', false),
    choice('sheet', 'The sheet', 'sheet', false),
    ...shareOrders(spec, columns),
    ...others.slice(0, 12).map((one): Choice => ({
      key: `by:${one.key}`,
      words: `${one.name}, largest first`,
      chosen: now?.by === 'amount' && 'column' in now.amount && now.amount.column === one.key,
      edit: (spec) =>
        spec.across.as === 'group'
          ? {
              ...spec,
              across: {
                ...spec.across,
                order: { by: 'amount', amount: { column: one.key }, summary: one.summary, descending: true },
              },
            }
          : spec,
    })),
  ];
}
