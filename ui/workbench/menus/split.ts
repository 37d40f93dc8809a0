import type { ColumnProfile } from '@/core/inference';
import { splitToPanels, withoutPanels, withoutSplit, type ChartSpec, type Columns, type Sources } from '@/core/spec';
import type { Choice, ChoiceGroup } from './choice';

export function splitChoices(spec: ChartSpec, { columns }: Sources, picks: readonly string[]): ChoiceGroup[] {
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
    ...(own ? [{ title: 'How many', choices: fewChoices(spec) }] : []),
    ...(own && !spec.split?.step
      ? [{ choices: [{ key: 'copies', words: 'In small copies, one for each', edit: splitToPanels }] }]
      : []),
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

const FEW = [3, 5, 8];

/** How many series stand alone: the largest, by the first amount. */
function fewChoices(spec: ChartSpec): Choice[] {
  const now = spec.split?.keep;
  const choice = (keep: number | undefined): Choice => ({
    key: String(keep ?? 'all'),
    words: keep === undefined ? 'All' : `The largest ${keep} and the rest`,
    chosen: now === keep,
    edit: (one) => (one.split ? { ...one, split: { ...one.split, keep } } : one),
  });
  return [choice(undefined), ...FEW.map(choice)];
}

/** The columns that could be added as another amount, and as a split. */
export function addable(columns: Columns, picks: readonly string[], role: 'amount' | 'group'): ColumnProfile[] {
  return [...columns.values()].filter((one) => one.role === role && !picks.includes(one.key));
}

const FEW_COPIES = [4, 6, 9];

/** How many small copies there are, and the way back to one chart. */
export function panelChoices(spec: ChartSpec): ChoiceGroup[] {
  const { panels } = spec;
  if (!panels) return [];
  const together: Choice = { key: 'one', words: 'All in one chart', edit: withoutPanels };
  if ('by' in panels) return [{ choices: [together] }];
  const choice = (keep: number | undefined): Choice => ({
    key: String(keep ?? 'all'),
    words: keep === undefined ? 'All' : `The largest ${keep} and the rest`,
    chosen: panels.keep === keep,
    edit: (now) => ({ ...now, panels: { column: panels.column, ...(keep === undefined ? {} : { keep }) } }),
  });
  return [{ title: 'How many', choices: [choice(undefined), ...FEW_COPIES.map(choice)] }, { choices: [together] }];
}
