import type { ChartSpec } from './chart-spec';
import { InvalidInput, type InputError } from './validate';

/** Parts of a ChartSpec that have a meaning but are not drawn yet. They are refused by name, never passed over. */
export function refuseNotBuilt(spec: ChartSpec): void {
  const errors: InputError[] = [];
  const refuse = (path: string, what: string) => errors.push({ path, message: `${what} cannot be drawn yet` });

  if (spec.panels) refuse('panels', 'small copies');
  spec.layers.forEach((layer, i) => {
    const at = `layers.${i}`;
    if (!['line', 'column', 'dot'].includes(layer.shape)) refuse(`${at}.shape`, `the shape "${layer.shape}"`);
    if (layer.stack === 'share' || (layer.stack === 'stacked' && layer.shape !== 'column'))
      refuse(`${at}.stack`, `"${layer.stack}" for ${layer.shape}s`);
  });
  for (const side of ['left', 'right', 'across'] as const)
    if (spec.scales[side]?.kind === 'log') refuse(`scales.${side}.kind`, 'a logarithmic scale');
  if (errors.length > 0) throw new InvalidInput(errors);
}
