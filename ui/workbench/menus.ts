import { CYCLES, STEPS, type Cycle, type Step } from '@/core/calendar';
import { isDated, isNumeric, SUMMARIES, type ColumnProfile } from '@/core/inference';
import { finestStep } from '@/core/recommend';
import {
  amountName,
  changeLayer,
  column,
  CYCLE_WORDS,
  hasSteps,
  removeLayer,
  setShape,
  setSide,
  SHAPE_WORDS,
  SUMMARY_WORDS,
  upperFirst,
  withoutSplit,
  type ChartSpec,
  type Columns,
  type Sources,
  type Layer,
  type SentencePart,
  type Shape,
} from '@/core/spec';

/** One line of a small menu in the sentence. */
export interface Choice {
  readonly key: string;
  readonly words: string;
  readonly chosen?: boolean;
  /** What choosing it does: a change to the chart, or other picks, which are recommended anew. */
  readonly edit?: (spec: ChartSpec) => ChartSpec;
  readonly picks?: readonly string[];
}
export interface ChoiceGroup {
  readonly title?: string;
  readonly choices: readonly Choice[];
}

/** The shapes that can be drawn so far. */
export const DRAWN_SHAPES: readonly Shape[] = ['line', 'column', 'dot'];

/** What a part of the sentence can be changed to. */
export function choicesFor(
  part: SentencePart,
  spec: ChartSpec,
  sources: Sources,
  picks: readonly string[],
): ChoiceGroup[] {
  const layer = spec.layers.find((one) => one.id === part.layer);
  switch (part.control) {
    case 'summary':
      return layer ? [{ choices: summaryChoices(layer, sources) }] : [];
    case 'amount':
      return layer ? amountChoices(layer, spec, sources, picks) : [];
    case 'shape':
      return layer ? [{ choices: shapeChoices(layer, spec) }, ...stackChoices(layer, spec)] : [];
    case 'side':
      return layer ? [{ choices: sideChoices(layer) }] : [];
    case 'step':
    case 'cycle':
      return stepChoices(spec, sources);
    case 'across':
      return acrossChoices(spec, sources, picks);
    case 'split':
      return splitChoices(spec, sources, picks);
    case 'filter':
      return [
        {
          choices: [
            {
              key: 'drop',
              words: 'Show all of them again',
              edit: (now) => ({ ...now, filters: now.filters.filter((_, i) => i !== part.at) }),
            },
          ],
        },
      ];
    default:
      return [];
  }
}

export function summaryChoices(layer: Layer, { columns }: Sources): Choice[] {
  const numeric = 'column' in layer.amount && isNumeric(column(columns, layer.amount.column));
  return SUMMARIES.filter((summary) => numeric || summary === 'count' || summary === 'distinct').map((summary) => ({
    key: summary,
    words: upperFirst(SUMMARY_WORDS[summary]),
    chosen: layer.summary === summary,
    edit: (spec) => changeLayer(spec, layer.id, { summary }),
  }));
}

export function sideChoices(layer: Layer): Choice[] {
  return (['left', 'right'] as const).map((side) => ({
    key: side,
    words: side === 'left' ? 'Left scale' : 'Right scale',
    chosen: layer.side === side,
    edit: (spec) => setSide(spec, layer.id, side),
  }));
}

/** One shape for all layers where there is one word for it, else for the layer alone. */
export function shapeChoices(layer: Layer, spec: ChartSpec): Choice[] {
  if (spec.across.as === 'number') return [{ key: 'dot', words: 'Dots', chosen: true }];
  return DRAWN_SHAPES.map((shape) => ({
    key: shape,
    words: upperFirst(SHAPE_WORDS[shape].many.replace(/^an? /, '')),
    chosen: layer.shape === shape,
    edit: (now) => setShape(now, [layer.id], shape),
  }));
}

function stackChoices(layer: Layer, spec: ChartSpec): ChoiceGroup[] {
  if (!spec.split || layer.shape !== 'column') return [];
  const stacked = layer.stack === 'stacked';
  return [
    {
      choices: [
        {
          key: 'beside',
          words: 'Beside each other',
          chosen: !stacked,
          edit: (now) => changeLayer(now, layer.id, { stack: undefined }),
        },
        {
          key: 'stacked',
          words: 'Stacked',
          chosen: stacked,
          edit: (now) => changeLayer(now, layer.id, { stack: 'stacked' }),
        },
      ],
    },
  ];
}

function amountChoices(layer: Layer, spec: ChartSpec, sources: Sources, picks: readonly string[]): ChoiceGroup[] {
  const { columns } = sources;
  const own = 'column' in layer.amount ? layer.amount.column : undefined;
  const others = [...columns.values()].filter(
    (one) => (one.role === 'amount' || one.role === 'key') && (one.key === own || !picks.includes(one.key)),
  );
  const swap = (to: string) => (own ? picks.map((key) => (key === own ? to : key)) : [...picks, to]);
  const remove: Choice[] =
    own && spec.layers.length > 1
      ? [
          {
            key: 'remove',
            words: `Take ${amountName(layer, sources)} out`,
            ...(picks.includes(own)
              ? { picks: picks.filter((key) => key !== own) }
              : { edit: (now: ChartSpec) => removeLayer(now, layer.id) }),
          },
        ]
      : [];
  return [
    {
      title: 'Amount',
      choices: others.slice(0, 60).map((one) => ({
        key: one.key,
        words: one.name,
        chosen: one.key === own,
        ...(one.key === own ? {} : { picks: swap(one.key) }),
      })),
    },
    { title: 'On the', choices: sideChoices(layer) },
    ...(remove.length > 0 ? [{ choices: remove }] : []),
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
        ? profile.meaning === undefined
        : profile.meaning === undefined || profile.meaning === 'month',
  );
}

function stepChoices(spec: ChartSpec, { columns }: Sources): ChoiceGroup[] {
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

function acrossChoices(spec: ChartSpec, { columns }: Sources, picks: readonly string[]): ChoiceGroup[] {
  const own = spec.across.column;
  const numbers = spec.across.as === 'number' || spec.across.as === 'bins';
  const fits = [...columns.values()].filter(
    (one) =>
      (numbers ? one.role === 'amount' : one.role === 'when' || one.role === 'group') &&
      (one.key === own || !picks.includes(one.key)),
  );
  const order = spec.across.as === 'group' ? [{ title: 'In order of', choices: orderChoices(spec) }] : [];
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

function orderChoices(spec: ChartSpec): Choice[] {
  if (spec.across.as !== 'group') return [];
  const now = spec.across.order;
  const choice = (key: string, words: string, by: 'value' | 'name' | 'sheet', descending: boolean): Choice => ({
    key,
    words,
    chosen: now !== undefined && now.by === by && Boolean(now.descending) === descending,
    edit: (one) =>
      one.across.as === 'group'
        ? { ...one, across: { ...one.across, order: { by, ...(descending ? { descending } : {}) } } }
        : one,
  });
  return [
    choice('largest', 'Value, largest first', 'value', true),
    choice('smallest', 'Value, smallest first', 'value', false),
    choice('name', 'Name', 'name', false),
    choice('sheet', 'The sheet', 'sheet', false),
  ];
}

function splitChoices(spec: ChartSpec, { columns }: Sources, picks: readonly string[]): ChoiceGroup[] {
  const own = spec.split?.column;
  const groups = [...columns.values()].filter(
    (one) => one.role === 'group' && (one.key === own || !picks.includes(one.key)),
  );
  const without = picks.filter((key) => key !== own || key === spec.across.column);
  return [
    {
      title: 'Split by',
      choices: groups.slice(0, 60).map((one) => ({
        key: one.key,
        words: one.name,
        chosen: one.key === own,
        ...(one.key === own ? {} : { picks: [...without, one.key] }),
      })),
    },
    {
      choices: own
        ? [
            {
              key: 'none',
              words: 'Not split',
              ...(own !== spec.across.column && picks.includes(own) ? { picks: without } : { edit: withoutSplit }),
            },
          ]
        : [],
    },
  ].filter((group) => group.choices.length > 0);
}

/** The columns that could be added as another amount, and as a split. */
export function addable(columns: Columns, picks: readonly string[], role: 'amount' | 'group'): ColumnProfile[] {
  return [...columns.values()].filter((one) => one.role === role && !picks.includes(one.key));
}
