import type { CheckFinder } from './check';

const TOTAL = /^(grand |sub-?)?(totals?|sum|overall|all|gesamt|summe|somme|total général|totale|totaal|suma)$/i;
/** How closely the others must add up to what is called a total. */
const CLOSE = 0.001;

/** A group called a total that the other groups add up to: it counts everything twice. */
export const totalsRows: CheckFinder = ({ spec, model }) => {
  if (spec.across.as !== 'group') return [];
  const at = model.across.values.findIndex((value) => TOTAL.test(String(value).trim()));
  if (at < 0 || model.across.values.length < 3) return [];
  const adds = model.series.some(({ values }) => {
    const own = values[at];
    const rest = values.reduce<number>((sum, value, i) => (i === at ? sum : sum + (value ?? 0)), 0);
    return own !== null && own !== 0 && Math.abs(own - rest) <= Math.abs(own) * CLOSE;
  });
  if (!adds) return [];
  const name = String(model.across.values[at]);
  return [
    {
      id: 'totals-rows',
      level: 'warning',
      message: `“${name}” is what the others add up to: it stands among them as if it were one more.`,
      edit: { do: 'addFilter', with: [{ column: spec.across.column, keep: [name], not: true }] },
      changeWords: 'Leave it out',
    },
  ];
};
