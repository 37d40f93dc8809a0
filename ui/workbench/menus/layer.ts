import { isNumeric, SUMMARIES, SUMMARY_KINDS, type ColumnProfile } from '@/core/inference';
import {
  amountName,
  changeLayer,
  column,
  columnsOf,
  removeLayer,
  setShape,
  setSide,
  setStyle,
  setThen,
  isDrawn,
  isNaming,
  SHAPE_KINDS,
  SHAPES,
  upperFirst,
  type ChartSpec,
  type Layer,
  type Sources,
} from '@/core/spec';
import { THENS, TRANSFORMS, type Offering } from '@/core/then';
import type { Choice, ChoiceGroup } from './choice';

/** The shapes in the order that they are offered. */
const OFFERED = SHAPES.filter((shape) => SHAPE_KINDS[shape].offered);

const isNumericColumn = (found: ColumnProfile | undefined) => found !== undefined && isNumeric(found);

export function summaryChoices(layer: Layer, sources: Sources): Choice[] {
  const numeric =
    'formula' in layer.amount ||
    ('column' in layer.amount && isNumericColumn(columnsOf(layer, sources).get(layer.amount.column)));
  return SUMMARIES.filter((summary) => numeric || SUMMARY_KINDS[summary].counts).map((summary) => ({
    key: summary,
    words: upperFirst(SUMMARY_KINDS[summary].words),
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
export function shapeChoices(layer: Layer, spec: ChartSpec, sources: Sources): Choice[] {
  // A text has no mark.
  if (isNaming(layer, columnsOf(layer, sources)))
    return [{ key: 'read', words: upperFirst(SHAPE_KINDS.read.many), chosen: true }];
  if (spec.across.as === 'number')
    return (['dot', 'line'] as const).map((shape) => ({
      key: shape,
      words: shape === 'dot' ? 'Dots' : 'Line',
      chosen: layer.shape === shape,
      edit: (now) => setShape(now, [layer.id], shape),
    }));
  const ring = layer.style?.ring;
  const shapes = OFFERED.map((shape): Choice => ({
    key: shape,
    words: upperFirst(SHAPE_KINDS[shape].many.replace(/^an? /, '')),
    chosen: layer.shape === shape && !(shape === 'pie' && ring),
    edit: (now) => setStyle(setShape(now, [layer.id], shape), layer.id, { ring: undefined }),
  }));
  const rings = (['whole', 'half'] as const).map((one): Choice => ({
    key: `${one} ring`,
    words: one === 'whole' ? 'Ring' : 'Half a ring',
    chosen: layer.shape === 'pie' && ring === one,
    edit: (now) => setStyle(setShape(now, [layer.id], 'pie'), layer.id, { ring: one }),
  }));
  const figure: Choice = {
    key: 'figure',
    words: 'Single figure',
    chosen: layer.shape === 'figure',
    edit: (now) => setShape(now, [layer.id], 'figure'),
  };
  const read: Choice = {
    key: 'read',
    words: upperFirst(SHAPE_KINDS.read.many),
    chosen: !isDrawn(layer),
    edit: (now) => setShape(now, [layer.id], 'read'),
  };
  const others = spec.layers.some((one) => one.id !== layer.id && isDrawn(one));
  return [...shapes, ...rings, ...(spec.across.as === 'time' ? [figure] : []), ...(others ? [read] : [])];
}

export function stackChoices(layer: Layer, spec: ChartSpec): ChoiceGroup[] {
  if (!spec.split || !['column', 'bar', 'area'].includes(layer.shape)) return [];
  const now = layer.stack ?? 'none';
  const choice = (stack: 'none' | 'stacked' | 'share', words: string): Choice => ({
    key: stack,
    words,
    chosen: now === stack,
    edit: (one) => changeLayer(one, layer.id, { stack: stack === 'none' ? undefined : stack }),
  });
  return [
    {
      choices: [
        choice('none', layer.shape === 'area' ? 'Each from the ground' : 'Beside each other'),
        choice('stacked', 'Stacked'),
        choice('share', 'Parts of 100 %'),
      ],
    },
  ];
}

/** What can be made of a layer's values after the summary. */
export function thenChoices(layer: Layer, spec: ChartSpec, sources: Sources): Choice[] {
  const { across } = spec;
  if (across.as === 'number' || across.as === 'bins') return [];
  const choice = (words: string, then?: Layer['then'], thenBy?: Layer['thenBy']): Choice => ({
    key: words,
    words,
    chosen: layer.then === then && JSON.stringify(layer.thenBy ?? {}) === JSON.stringify(thenBy ?? {}),
    edit: (now) => setThen(now, layer.id, then, thenBy),
  });
  const overTime = across.as === 'time';
  const offering: Offering = {
    ...(overTime ? { step: across.step } : {}),
    follows: across.as !== 'group',
    split: spec.split !== undefined,
    yearBefore: overTime ? spanYears(spec, sources) > 1 : spec.split?.step === 'year',
  };
  return [
    choice('As it is'),
    ...THENS.flatMap((then) => TRANSFORMS[then].offers(offering).map(({ words, by }) => choice(words, then, by))),
  ];
}

function spanYears(spec: ChartSpec, { columns }: Sources): number {
  const { min, max } = column(columns, spec.across.column).stats;
  return Number(String(max ?? 0).slice(0, 4)) - Number(String(min ?? 0).slice(0, 4)) + 1;
}

export function amountChoices(
  layer: Layer,
  spec: ChartSpec,
  sources: Sources,
  picks: readonly string[],
): ChoiceGroup[] {
  const { columns } = sources;
  const own = 'column' in layer.amount ? layer.amount.column : undefined;
  const others = [...columns.values()].filter(
    (one) => (one.role === 'amount' || one.role === 'key') && (one.key === own || !picks.includes(one.key)),
  );
  const swap = (to: string) => (own ? picks.map((key) => (key === own ? to : key)) : [...picks, to]);
  const remove: Choice[] =
    spec.layers.length > 1
      ? [
          {
            key: 'remove',
            words: `Take ${amountName(layer, sources)} out`,
            ...(own &&
            picks.includes(own) &&
            spec.layers.filter((one) => 'column' in one.amount && one.amount.column === own).length === 1
              ? { picks: picks.filter((key) => key !== own) }
              : { edit: (now: ChartSpec) => removeLayer(now, layer.id) }),
          },
        ]
      : [];
  return [
    ...(layer.from
      ? []
      : [
          {
            title: 'Amount',
            choices: others.slice(0, 60).map((one) => ({
              key: one.key,
              words: one.name,
              chosen: one.key === own,
              ...(one.key === own ? {} : { picks: swap(one.key) }),
            })),
          },
        ]),
    {
      choices: [{ key: 'formula', words: 'A formula …', opens: { kind: 'formula', layer: layer.id } }],
    },
    { title: 'Shown as', choices: thenChoices(layer, spec, sources) },
    { title: 'On the', choices: sideChoices(layer) },
    ...(spec.layers.length > 1 && !spec.panels
      ? [
          {
            choices: [
              {
                key: 'copies',
                words: 'Each amount in a small copy',
                edit: (now: ChartSpec): ChartSpec => ({ ...now, panels: { by: 'layer' } }),
              },
            ],
          },
        ]
      : []),
    ...(remove.length > 0 ? [{ choices: remove }] : []),
  ];
}
