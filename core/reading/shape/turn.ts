import { cellAt, widestOf, type CellLook, type NumberedRecord } from './shape';

const MOST_NAMES = 60;

/**
 * Whether a table lies on its side: names down the first column, no two alike, and along each row cells of one kind,
 * of several kinds over all, while down the columns the kinds are mixed.
 */
export function lieOnSide(records: readonly NumberedRecord[], look: CellLook): boolean {
  const width = widestOf(records.map(({ cells }) => cells));
  if (records.length < 3 || records.length > MOST_NAMES || width < 4) return false;
  const names = records.map(({ cells }) => cellAt(cells, 0));
  if (names.some((name) => name === '' || look.kind(name) !== 'text') || new Set(names).size < names.length)
    return false;
  const kinds = records.map(({ cells }) =>
    Array.from({ length: width - 1 }, (_, c) => look.kind(cellAt(cells, c + 1))),
  );
  const along = kinds.map(oneKind);
  const down = Array.from({ length: width - 1 }, (_, c) => oneKind(kinds.map((row) => row[c])));
  // The first record may be a header like any other: the kinds must differ below it.
  const told = along.filter((kind) => kind !== undefined);
  const below = new Set(along.slice(1).filter((kind) => kind !== undefined));
  return (
    told.length >= along.length * 0.9 &&
    below.size >= 2 &&
    told.includes('number') &&
    down.filter((kind) => kind !== undefined).length <= down.length * 0.2
  );
}

/** The kind of nearly all filled cells; `undefined` where they are mixed. */
function oneKind(kinds: readonly string[]): string | undefined {
  const filled = kinds.filter((kind) => kind !== 'empty');
  const [first] = [...new Set(filled)].sort(
    (a, b) => filled.filter((kind) => kind === b).length - filled.filter((kind) => kind === a).length,
  );
  return first !== undefined && filled.filter((kind) => kind === first).length >= filled.length * 0.9
    ? first
    : undefined;
}
