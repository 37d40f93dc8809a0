import type { ColumnProfile } from '../inference';
import type { Layer } from './chart-spec';
import { columnsOf, type Sources } from './sources';

/** What a header of keys says beside the thing that they name: "Job no", "Invoice number", "order_id". */
const MARK = /[\s_-]*(?:\b(?:no|nr|num|number|id|ids|ref|reference|code|key|uuid|serial)\b\.?|#|№)[\s_-]*/gi;

export interface RowNoun {
  readonly one: string;
  readonly many: string;
}

/**
 * What a row is called, as the sheet says it, else where a Key with a value of its own in every row does: "Job no" makes
 * rows jobs. One and many, with a small first letter; "row" and "rows" where nothing says it.
 * @param layer a layer out of another sheet counts the rows of that
 */
export function rowNoun(sources: Sources, layer: Pick<Layer, 'from'> = {}): RowNoun {
  const name = layer.from ? sources.rowNames?.get(layer.from.sheet) : sources.rowName;
  if (name) return { one: name, many: plural(name) };
  const key = [...columnsOf(layer, sources).values()].find(namesRows);
  const one = key?.name
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .replace(/_/g, ' ')
    .replace(MARK, ' ')
    .trim()
    .toLowerCase();
  if (!one || !/^[a-z][a-z ]{1,24}$/.test(one)) return { one: 'row', many: 'rows' };
  return { one, many: plural(one) };
}

function namesRows({ role, stats, unread }: ColumnProfile): boolean {
  const { count, distinct, missing, distinctAbout } = stats;
  return role === 'key' && !distinctAbout && count > 1 && missing === 0 && unread.count === 0 && distinct === count;
}

function plural(one: string): string {
  if (/(?:s|x|z|ch|sh)$/.test(one)) return `${one}es`;
  return /[^aeiou]y$/.test(one) ? `${one.slice(0, -1)}ies` : `${one}s`;
}
