import type { ChartSpec } from './chart-spec';
import { InvalidInput, type InputError } from './validate';

/** Parts of a ChartSpec that have a meaning but are not drawn yet. They are refused by name, never passed over. */
export function refuseNotBuilt(spec: ChartSpec): void {
  const errors: InputError[] = [];
  const refuse = (path: string, what: string) => errors.push({ path, message: `${what} cannot be drawn yet` });

  if (spec.panels) refuse('panels', 'small copies');
  if (spec.setAside?.length) refuse('setAside', 'a chart with points set aside');
  const { across } = spec;
  if (across.as === 'group') {
    if (across.order?.by === 'amount') refuse('across.order', 'an order by an amount that is not in the chart');
    if (across.keep !== undefined) refuse('across.keep', 'keeping the first groups and "Other"');
    if (across.omit?.length) refuse('across.omit', 'leaving out blank or zero groups');
    if (across.within?.length) refuse('across.within', 'a group stepped into');
  }
  if (spec.split?.keep !== undefined) refuse('split.keep', 'keeping the first series and "Other"');
  spec.layers.forEach((layer, i) => {
    const at = `layers.${i}`;
    if (!['line', 'column', 'dot'].includes(layer.shape)) refuse(`${at}.shape`, `the shape "${layer.shape}"`);
    if (layer.stack === 'share' || (layer.stack === 'stacked' && layer.shape !== 'column'))
      refuse(`${at}.stack`, `"${layer.stack}" for ${layer.shape}s`);
    if (layer.then) refuse(`${at}.then`, `"${layer.then}" after the summary`);
    if ('formula' in layer.amount) refuse(`${at}.amount.formula`, 'a formula');
    if (layer.per) refuse(`${at}.per`, 'a level added up over groups');
    if (layer.from) refuse(`${at}.from`, 'a layer out of another sheet');
    if (layer.fills) refuse(`${at}.fills`, 'a layer that carries on from another');
  });
  spec.filters.forEach((filter, i) => {
    if ('window' in filter) refuse(`filters.${i}.window`, 'a window of time');
    if ('top' in filter) refuse(`filters.${i}.top`, 'a filter on the first few');
  });
  for (const side of ['left', 'right', 'across'] as const)
    if (spec.scales[side]?.kind === 'log') refuse(`scales.${side}.kind`, 'a logarithmic scale');
  if (errors.length > 0) throw new InvalidInput(errors);
}
