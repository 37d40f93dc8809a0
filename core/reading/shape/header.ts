import { cellAt, filledIn, type CellLook, type NumberedRecord } from './shape';

export interface HeaderFound {
  /** Places in the list of records: the first line of the header, and its last; the body begins after `body - 1`. */
  readonly first: number;
  readonly last: number;
  readonly units?: number;
  readonly body: number;
  /** No record names the columns: the first one is data already. */
  readonly none: boolean;
}

const LOOKED_AT = 30;

/** How many cells a usual record fills: the median. */
export function usualFill(records: readonly NumberedRecord[]): number {
  const fills = records
    .map(({ cells }) => filledIn(cells))
    .filter((fill) => fill > 0)
    .sort((a, b) => a - b);
  return fills[fills.length >> 1] ?? 0;
}

/**
 * Finds the record that names the columns: the first that fills about as many cells as a usual one, unless its cells
 * are of the same kinds as those under them. Two lines make one header where the upper has gaps and the lower no figures.
 */
export function findHeader(records: readonly NumberedRecord[], look: CellLook): HeaderFound {
  const fill = usualFill(records);
  const enough = Math.max(Math.min(2, fill), Math.ceil(fill * 0.6));
  const found = records.slice(0, LOOKED_AT).findIndex(({ cells }) => filledIn(cells) >= enough);
  let first = Math.max(found, 0);
  let last = first;
  if (isUpperLine(records, first, look)) last = first + 1;
  else if (first > 0 && isUpperLine(records, first - 1, look)) first -= 1;
  const below = records.slice(last + 1, last + 201);
  const none = below.length > 0 && looksLikeData(records[first].cells, below, look) && first === last;
  const units = !none && records.length > last + 2 && isUnitsRow(records[last + 1].cells, look) ? last + 1 : undefined;
  return { first, last, ...(units === undefined ? {} : { units }), body: none ? first : (units ?? last) + 1, none };
}

/** The upper of two header lines: words with gaps between, over a fuller line of words that repeat, over figures. */
function isUpperLine(records: readonly NumberedRecord[], at: number, look: CellLook): boolean {
  const [upper, lower, ...rest] = records.slice(at, at + 4);
  if (!upper || !lower || rest.length === 0 || lower.number !== upper.number + 1) return false;
  const words = (cells: readonly string[]) =>
    cells.every((cell) => look.kind(cell.trim()) !== 'number' || look.step(cell.trim()) !== undefined);
  const filled = filledIn(upper.cells);
  if (filled < 2 || filled >= filledIn(lower.cells) || !words(upper.cells) || !words(lower.cells)) return false;
  const names = lower.cells.map((cell) => cell.trim()).filter(Boolean);
  const repeats = new Set(names).size < names.length;
  const figures = rest.some(({ cells }) => cells.some((cell) => look.kind(cell.trim()) === 'number'));
  const gapped = upper.cells.some((cell, i) => cell.trim() === '' && cellAt(lower.cells, i) !== '' && i > 0);
  return repeats && figures && gapped;
}

/** Whether a first record is data: in the columns of figures and dates it holds figures and dates itself. */
function looksLikeData(first: readonly string[], below: readonly NumberedRecord[], look: CellLook): boolean {
  let typed = 0;
  let alike = 0;
  let steps = 0;
  for (let c = 0; c < first.length; c++) {
    const kinds = below.map(({ cells }) => look.kind(cellAt(cells, c))).filter((kind) => kind !== 'empty');
    const share = (kind: string) => kinds.filter((one) => one === kind).length / Math.max(kinds.length, 1);
    const kind = share('number') >= 0.8 ? 'number' : share('step') >= 0.8 ? 'step' : undefined;
    if (look.step(cellAt(first, c))) steps++;
    if (!kind) continue;
    typed++;
    if (look.kind(cellAt(first, c)) === kind) alike++;
  }
  // Years and months along the top are names, though they look like figures.
  if (steps >= 3 && steps >= alike) return false;
  return typed > 0 && alike >= Math.max(1, typed * 0.6);
}

function isUnitsRow(cells: readonly string[], look: CellLook): boolean {
  const filled = cells.map((cell) => cell.trim()).filter(Boolean);
  const units = filled.filter((cell) => look.isUnit(cell.replace(/^[([]|[)\]]$/g, ''))).length;
  return units > 0 && units >= filled.length * 0.6;
}
