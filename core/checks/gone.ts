import { couldStandFor, type ChartSpec, type Gone, type Sources } from '../spec';
import type { Check } from '../layout';

/** What a chart names and its sheets do not have, each with the change that would answer it where one suits. */
export function goneChecks(spec: ChartSpec, gone: readonly Gone[], sources: Sources): Check[] {
  return gone.map((one): Check => {
    if (one.is === 'sheet')
      return {
        id: 'gone-column',
        level: 'warning',
        message: `The sheet that ${one.layers.length === 1 ? 'a layer' : `${one.layers.length} layers`} of this chart ${one.layers.length === 1 ? 'comes' : 'come'} from is not there any more.`,
      };
    const columns = one.sheet === spec.sheet ? sources.columns : sources.others?.get(one.sheet);
    const [first] = one.former && columns ? couldStandFor(one.former, columns) : [];
    const name = one.former ? `“${one.former.name}”` : 'A column that this chart is made of';
    return {
      id: 'gone-column',
      level: 'warning',
      message: `${name} is not in the sheet any more.`,
      ...(first
        ? { edit: { do: 'useColumn', with: [one.sheet, one.key, first.key] }, changeWords: `Use ${first.name}` }
        : {}),
    };
  });
}
