import { columnNames } from '../header';
import { ReadingRefusal } from '../refusal';
import { findMeasures, spreadMeasures } from './measures';
import { findAcross, type AcrossFound } from './across';
import { findHeader, type HeaderFound } from './header';
import {
  cellAt,
  filledIn,
  rowWords,
  type CellLook,
  type NumberedRecord,
  type Shape,
  type ShapeChoices,
  type ShapeFinding,
  widestOf,
} from './shape';
import { findDateParts, withOneDate } from './date-parts';
import { bottomLeftOut, columnsLeftOut, type Body, type Take } from './left-out';
import { lieOnSide } from './turn';

/**
 * Finds how a table stands in its file. Each finding is one plain statement, taken in by default only when sure, and
 * turned round by the user's choices.
 * @param records the records of the file, or only its first ones
 * @param whole whether these are all records: what lies at the bottom can be judged only then
 */
export function findShape(
  records: readonly NumberedRecord[],
  whole: boolean,
  look: CellLook,
  choices: ShapeChoices = {},
): Shape {
  const findings: ShapeFinding[] = [];
  const take = (finding: Omit<ShapeFinding, 'taken'>, sure = true): boolean => {
    const taken = choices.findings?.[finding.id] ?? sure;
    findings.push({ ...finding, taken });
    return taken;
  };
  const run = runOf(choices);
  // A run of rows is a run of the table's rows: its header and its title stay, unless another table begins with the run.
  const wanted = beginsAnew(records, run, look) ? records.filter(run) : records;
  if (!records.some(run)) throw new ReadingRefusal(EMPTY_RUN);
  const header = chosenHeader(wanted, look, choices);
  const titles = wanted.slice(0, header.first);
  const leaveTitles =
    titles.length > 0 &&
    take({
      id: 'title',
      says: `The table starts at row ${wanted[header.first].number.toLocaleString('en-GB')}`,
      why: `${rowWords(titles.map(({ number }) => number))} ${titles.length === 1 ? 'holds' : 'hold'} a title or a remark: “${titles
        .map(({ cells }) => cells.filter(Boolean).join(' '))
        .join(' / ')
        .slice(0, 80)}”`,
      otherwise: 'Start at the top',
      rows: titles.map(({ number }) => number),
    });
  const { headers, from, headerRow } = headersOf(wanted, header, titles.length > 0 && !leaveTitles, take);
  const title = titles.map(({ cells }) => cells.join(' ')).join(' ');
  const below = wanted.slice(from);
  const side =
    whole &&
    lieOnSide([{ cells: headers, number: 0 }, ...below], look) &&
    take({
      id: 'on-its-side',
      says: 'The table lies on its side',
      why: 'The names stand down the first column and each record is a column: rows and columns change places',
      otherwise: 'Leave it as it is',
    });
  if (side) return turnedShape(findings, wanted.slice(header.first), headerRow);
  const left = whole ? bottomLeftOut(below, look, take) : new Set<number>();
  const body: Body = { records: below.filter((record) => run(record) && !left.has(record.number)), headers };
  if (below.length > 0 && !below.some(run)) throw new ReadingRefusal(EMPTY_RUN);
  const across = findAcross(headers, body.records, title, look);
  const made =
    across && takeAcross(across, body, whole, take)
      ? acrossShape(
          findings,
          headers,
          across,
          across.totals.length > 0 && take(totalColumns(across, headers)),
          firstNumber(below),
          left,
          choices,
          headerRow,
        )
      : plainShape(
          findings,
          headers,
          whole ? columnsLeftOut(body, take) : new Set<number>(),
          firstNumber(below),
          left,
          choices,
          headerRow,
        );
  const dated = withDateParts(made, body.records, look, take);
  return whole ? withMeasures(dated, body.records, look, take) : dated;
}

const EMPTY_RUN = 'No rows are left between the first and the last row that you chose. Choose a longer run.';

type InRun = (record: Pick<NumberedRecord, 'number'>) => boolean;

function runOf({ rows }: ShapeChoices): InRun {
  return ({ number }) => number >= (rows?.from ?? 0) && number <= (rows?.to ?? Infinity);
}

/**
 * Whether a table of its own begins with the run: behind a break in the file, with a line of words over columns of figures.
 */
function beginsAnew(records: readonly NumberedRecord[], run: InRun, look: CellLook): boolean {
  const at = records.findIndex(run);
  if (at < 1) return false;
  const [before, first] = [records[at - 1], records[at]];
  if (before.number + 1 === first.number && filledIn(before.cells) > 1) return false;
  const below = records.slice(at + 1, at + 201).filter(run);
  const figures = first.cells.flatMap((_, c) => {
    const kinds = below.map(({ cells }) => look.kind(cellAt(cells, c))).filter((kind) => kind !== 'empty');
    return kinds.length > 0 && kinds.filter((kind) => kind === 'number').length >= kinds.length * 0.8 ? [c] : [];
  });
  return figures.length > 0 && figures.every((c) => look.kind(cellAt(first.cells, c)) === 'text');
}

/** Parts of a date in columns of their own are offered as one date. */
function withDateParts(made: Shape, body: readonly NumberedRecord[], look: CellLook, take: Take): Shape {
  const rows = body.flatMap((record) => made.rows(record));
  const isDate = (cell: string) => look.kind(cell) === 'step';
  const parts = made.open ? findDateParts(made.headers, rows, isDate) : undefined;
  if (!parts) return made;
  const { year, month, day } = parts;
  const names = [year, month, ...(day === undefined ? [] : [day])].map((c) => made.headers[c]);
  const taken = take(
    {
      id: 'date-parts',
      says: `${listed(names)} are parts of one date`,
      why: 'As one date they can run across a chart, by month or by year',
      otherwise: 'Keep them apart',
      columns: [year, month, ...(day === undefined ? [] : [day])],
    },
    false,
  );
  return taken ? withOneDate(made, parts) : made;
}

/** Rows that hold a measure each become columns, where that is taken; otherwise the shape says that its figures are mixed. */
function withMeasures(made: Shape, body: readonly NumberedRecord[], look: CellLook, take: Take): Shape {
  const found = findMeasures(
    made.headers,
    body.flatMap((record) => made.rows(record)),
    look,
  );
  if (!found) return made;
  const taken = take(
    {
      id: 'measures',
      says: `${listed(found.names)} are different measures: each becomes a column`,
      why: found.sure
        ? 'Their units differ; under each other in one column they would be added up'
        : 'They may be different things; under each other in one column they are added up',
      otherwise: 'Keep them in one column',
    },
    found.sure,
  );
  if (!taken) return { ...made, mixed: found };
  const first = firstNumber(body);
  const spread = spreadMeasures(made.headers, found);
  return {
    ...made,
    headers: spread.headers,
    width: spread.headers.length,
    open: false,
    asTheyStand: undefined,
    // All rows are needed at once: they come with the first.
    rows: ({ number }) => (number === first ? spread.rows : []),
  };
}

function listed(names: readonly string[]): string {
  return names.length > 4
    ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more`
    : `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`;
}

const firstNumber = (records: readonly NumberedRecord[]): number => records[0]?.number ?? Infinity;

function chosenHeader(records: readonly NumberedRecord[], look: CellLook, choices: ShapeChoices): HeaderFound {
  const at = choices.headerRow === undefined ? -1 : records.findIndex(({ number }) => number === choices.headerRow);
  if (at < 0) return findHeader(records, look);
  return { first: at, last: at, body: at + 1, none: false };
}

/** The names of the columns, and the place of the first record under them. */
function headersOf(
  records: readonly NumberedRecord[],
  header: HeaderFound,
  fromTop: boolean,
  take: Take,
): { headers: string[]; from: number; headerRow?: number } {
  if (fromTop) return { headers: [...records[0].cells], from: 1, headerRow: records[0].number };
  const row = records[header.first].number;
  if (header.none) {
    const none = take({
      id: 'no-header',
      says: 'No row names the columns',
      why: `Row ${row.toLocaleString('en-GB')} holds figures like the rows under it: it is data, and the columns are numbered`,
      otherwise: 'The first row names them',
      rows: [row],
    });
    if (none) return { headers: records[header.first].cells.map(() => ''), from: header.first };
    return { headers: [...records[header.first].cells], from: header.first + 1, headerRow: row };
  }
  let headers = [...records[header.first].cells];
  let last = header.first;
  if (header.last > header.first) {
    const two = take({
      id: 'two-line-header',
      says: `Rows ${row.toLocaleString('en-GB')} and ${records[header.last].number.toLocaleString('en-GB')} name the columns together`,
      why: 'The upper line groups the columns under it; each column takes both names',
      otherwise: 'Take only the lower line',
      rows: [row, records[header.last].number],
    });
    headers = two
      ? joinLines(records[header.first].cells, records[header.last].cells)
      : [...records[header.last].cells];
    last = header.last;
  }
  if (header.units !== undefined) {
    const units = records[header.units].cells;
    const taken = take({
      id: 'units-row',
      says: `${rowWords([records[header.units].number])} holds the units`,
      why: 'They are joined to the names of the columns',
      otherwise: 'It is a row like the others',
      rows: [records[header.units].number],
    });
    if (taken)
      return {
        headers: headers.map((name, c) => withUnit(name, cellAt(units, c))),
        from: header.units + 1,
        headerRow: records[last].number,
      };
  }
  return { headers, from: last + 1, headerRow: records[last].number };
}

const withUnit = (name: string, unit: string): string =>
  unit === '' ? name : `${name} (${unit.replace(/^[([]|[)\]]$/g, '')})`;

function joinLines(upper: readonly string[], lower: readonly string[]): string[] {
  let group = '';
  return Array.from({ length: Math.max(upper.length, lower.length) }, (_, c) => {
    group = cellAt(upper, c) || group;
    return [group, cellAt(lower, c)].filter(Boolean).join(' ');
  });
}

function takeAcross({ columns, name }: AcrossFound, { records, headers }: Body, whole: boolean, take: Take): boolean {
  const many = `${columns.length.toLocaleString('en-GB')} ${name.toLowerCase()}s`;
  const kept = headers
    .filter((_, c) => !columns.includes(c))
    .map((header) => header.trim())
    .filter(Boolean);
  const rows = whole
    ? `${records.length.toLocaleString('en-GB')} rows × ${many} give ${(records.length * columns.length).toLocaleString('en-GB')} rows`
    : `Each row gives ${many}`;
  return take({
    id: 'across',
    says: `The ${many} across the top become one column, ${name}`,
    why: `${rows}: ${[...kept.slice(0, 3), name, 'Amount'].join(', ')}`,
    otherwise: 'Keep as columns',
    columns,
  });
}

function totalColumns({ totals }: AcrossFound, headers: readonly string[]): Omit<ShapeFinding, 'taken'> {
  const names = totals.map((c) => headers[c].trim() || `column ${c + 1}`).join(', ');
  return {
    id: 'total-columns',
    says: `The column ${names} adds the others up and is left out`,
    why: 'Counting it in would double every figure',
    otherwise: 'Keep it',
    columns: totals,
  };
}

function wantedRows(from: number, left: ReadonlySet<number>, { rows }: ShapeChoices): (number: number) => boolean {
  const [first, last] = [Math.max(from, rows?.from ?? 0), rows?.to ?? Infinity];
  return (number) => number >= first && number <= last && !left.has(number);
}

function plainShape(
  findings: ShapeFinding[],
  headers: readonly string[],
  dropped: ReadonlySet<number>,
  from: number,
  left: ReadonlySet<number>,
  choices: ShapeChoices,
  headerRow?: number,
): Shape {
  const wanted = wantedRows(from, left, choices);
  const keep = dropped.size === 0 ? undefined : (cells: readonly string[]) => cells.filter((_, c) => !dropped.has(c));
  const names = keep ? keep(headers) : headers;
  return {
    findings,
    headerRow,
    headers: names,
    width: names.length,
    open: dropped.size === 0,
    rows: ({ cells, number }) => (wanted(number) ? [keep ? keep(cells) : cells] : []),
    ...(keep ? {} : { asTheyStand: wanted }),
  };
}

function acrossShape(
  findings: ShapeFinding[],
  headers: readonly string[],
  { columns, steps, totals, name, amount }: AcrossFound,
  leaveTotals: boolean,
  from: number,
  left: ReadonlySet<number>,
  choices: ShapeChoices,
  headerRow?: number,
): Shape {
  const wanted = wantedRows(from, left, choices);
  const others = headers.flatMap((_, c) => (columns.includes(c) || (leaveTotals && totals.includes(c)) ? [] : [c]));
  const names = [...others.map((c) => headers[c]), name, amount];
  return {
    findings,
    headerRow,
    headers: names,
    width: names.length,
    open: false,
    rows: ({ cells, number }) => {
      if (!wanted(number)) return [];
      const kept = others.map((c) => cells[c] ?? '');
      return columns.map((c, i) => [...kept, steps[i], cells[c] ?? '']);
    },
  };
}

/** Rows and columns changed places: each column of the file after the first is a record. */
function turnedShape(findings: ShapeFinding[], records: readonly NumberedRecord[], headerRow?: number): Shape {
  const headers = columnNames(
    records.map(({ cells }) => cellAt(cells, 0)),
    records.length,
  );
  const width = widestOf(records.map(({ cells }) => cells));
  const turned = Array.from({ length: width - 1 }, (_, c) => records.map(({ cells }) => cells[c + 1] ?? ''));
  const first = firstNumber(records);
  return {
    findings,
    headerRow,
    headers,
    width: headers.length,
    open: false,
    turned: true,
    rows: ({ number }) => (number === first ? turned : []),
  };
}
