import { stepsInWords } from '../calendar';
import { kindWords, type Check, type CheckId, type ModelTrend } from '../layout';
import type { Refused } from '../looking';
import { counted, lowerFirst, type ChartSpec } from '../spec';
import type { CheckFinder } from './check';

/** What was asked for beside the values and is not drawn, and why. */
export const notDrawn: CheckFinder = ({ spec, model }) =>
  (model.refused ?? []).map((refused): Check => {
    const { id, subject, edit, changeWords } = TOLD[refused.what](refused, spec, model);
    return {
      id,
      level: 'warning',
      message: `${subject}: ${refused.why}.`,
      ...(edit ? { edit, changeWords } : {}),
    };
  });

interface Told extends Pick<Check, 'edit' | 'changeWords'> {
  readonly id: CheckId;
  readonly subject: string;
}

const TOLD: Readonly<
  Record<Refused['what'], (refused: Refused, spec: ChartSpec, model: Parameters<CheckFinder>[0]['model']) => Told>
> = {
  trend: ({ id, of }, spec, model) => {
    const trend = spec.trends?.find((one) => one.id === id);
    const step = spec.across.as === 'time' ? spec.across.step : undefined;
    const name = trend ? (trend.name ?? kindWords(trend, step)) : 'The trend';
    const series = model.series.length > 1 ? model.series.find((one) => one.id === of)?.name : undefined;
    return {
      id: 'trend-refused',
      subject: `${name}${series ? ` of ${series}` : ''} is not drawn`,
      edit: { do: 'removeTrend', with: [id] },
      changeWords: 'Take it away',
    };
  },
  reference: ({ id }, spec) => {
    const one = spec.references?.find((reference) => reference.id === id);
    return {
      id: 'reference-none',
      subject: `${one?.name ? `The line "${one.name}"` : 'A line'} is not drawn whole`,
      edit: { do: 'removeReference', with: [id] },
      changeWords: 'Take it away',
    };
  },
  remark: ({ id }) => ({
    id: 'remark-none',
    subject: 'Some remarks are not shown',
    ...(id === 'columns' || /^c\d+$/.test(id)
      ? { edit: { do: 'removeRemarkColumns' as const, with: [] as const }, changeWords: 'Without them' }
      : {}),
  }),
  color: ({ id }) => ({
    id: 'condition-none',
    subject: 'The colours are as usual',
    edit: { do: 'removeColors', with: [id] },
    changeWords: 'Take it away',
  }),
  view: () => ({
    id: 'view',
    subject: 'All of the chart is in sight',
    edit: { do: 'showAllPlaces', with: [] },
    changeWords: 'Leave it so',
  }),
};

/** Part of the chart is foretold. */
export const carriedOn: CheckFinder = ({ spec, model }) => {
  const { ahead } = model.across;
  if (!ahead || spec.across.as !== 'time') return [];
  const { step } = spec.across;
  return [
    {
      id: 'carried-on',
      level: 'note',
      message: `The last ${ahead === 1 ? step : stepsInWords(ahead, step)} ${ahead === 1 ? 'is' : 'are'} carried on, not measured.`,
      edit: { do: 'endTrends', with: [] },
      changeWords: 'Take it off',
    },
  ];
};

const WEAK = 0.1;

/** Trends that explain next to nothing of what they follow. */
export const weakTrends: CheckFinder = ({ model }) =>
  (model.trends ?? []).flatMap((trend: ModelTrend): Check[] =>
    trend.r2 === undefined || trend.r2 >= WEAK
      ? []
      : [
          {
            id: 'trend-weak',
            level: 'note',
            message: `${trend.name} explains next to nothing here (${share(trend.r2)} of how the values differ).`,
            edit: { do: 'removeTrend', with: [trend.id] },
            changeWords: 'Take it away',
          },
        ],
  );

/** Seasons need a value at every place: a few that are missing are filled, which is said. */
export const filledTrends: CheckFinder = ({ model }) =>
  (model.trends ?? []).flatMap(({ id, name, filled }): Check[] =>
    filled === undefined
      ? []
      : [
          {
            id: 'trend-filled',
            level: 'note',
            message: `${name} was made with ${counted(filled, 'missing value')} filled straight between its neighbours.`,
            edit: { do: 'removeTrend', with: [id] },
            changeWords: 'Take it away',
          },
        ],
  );

const share = (r2: number) => `${Math.max(Math.round(r2 * 100), 0)} %`;

/** Colours that go by a condition which nothing meets. */
export const conditionNone: CheckFinder = ({ spec, model }) =>
  (model.colorKeys ?? []).flatMap(({ layer, when }): Check[] => {
    if (!when) return [];
    const own = model.series.filter((series) => series.layer === layer);
    const colors = new Set(when.map(({ color }) => color));
    const met = own.some(({ colors: used = [] }) => used.some((color) => color !== null && colors.has(color)));
    const name = own.at(0)?.name ?? spec.layers.find(({ id }) => id === layer)?.name ?? 'it';
    return met
      ? []
      : [
          {
            id: 'condition-none',
            level: 'note',
            message: `No place of ${lowerFirst(name)} is ${when.map(({ words }) => words).join(' or ')}: it has one colour.`,
            edit: { do: 'removeColors', with: [layer] },
            changeWords: 'Take it away',
          },
        ];
  });

/** Part of the chart is out of sight. */
export const inSightOnly: CheckFinder = ({ model }) => {
  const { view, across } = model;
  if (!view) return [];
  const shown = view.to - view.from + 1;
  return [
    {
      id: 'view',
      level: 'note',
      message: `${counted(shown, 'place')} of ${across.values.length.toLocaleString('en-GB')} ${shown === 1 ? 'is' : 'are'} in sight. Figures and trends go by all of them.`,
      edit: { do: 'showAllPlaces', with: [] },
      changeWords: 'Show all',
    },
  ];
};

/** Beside the check about two scales: whether the two move together, as far as that can be told. */
export const movesTogether: CheckFinder = ({ model }) =>
  model.scales.left && model.scales.right
    ? (model.relations ?? []).map(({ message }) => ({ id: 'moves-together' as const, level: 'note' as const, message }))
    : [];
