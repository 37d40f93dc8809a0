import type { ChartSpec } from './chart-spec';
import { InvalidInput, type InputError } from './validate';

/** Parts of a ChartSpec that have a meaning but are not drawn yet. They are refused by name, never passed over. */
export function refuseNotBuilt(spec: ChartSpec): void {
  const errors: InputError[] = [];
  const refuse = (path: string, what: string) => errors.push({ path, message: `${what} cannot be drawn yet` });

  if (spec.panels) refuse('panels', 'small copies');
  if (errors.length > 0) throw new InvalidInput(errors);
}
