import { fromIso, DAY } from '../calendar';
import { headingWords, isDated, isNumeric, rankWhens, type ColumnProfile } from '../inference';
import type { SheetSample, Value } from './sample';
import { namesEvents } from './row-names';
import { ideasOf } from './words';

/** What the columns of a sheet say together, before it is asked what a row is. */
export interface TableFacts {
  /** The column of times that the rows are about: a real date, or a year. */
  readonly when?: number;
  /** There is a real date column that the rows are about. */
  readonly dated: boolean;
  /** How many different times the rows stand at. */
  readonly times: number;
  /** The times keep even steps, of about so many days. */
  readonly step?: number;
  /** Columns that with the time tell all rows apart: the things of a panel. */
  readonly things: readonly number[];
  /** A column whose cells name one row each. */
  readonly named?: number;
  readonly persons: boolean;
  /** The name of the sheet or of its key is a word for what happens. */
  readonly happened: boolean;
  readonly cells: boolean;
  /** The rows in order of time, of each thing by itself. */
  readonly sequences: readonly (readonly number[])[];
}

const PERSON =
  / (age|alter|leeftijd|edad|eta|idade|sex|gender|geschlecht|sexe|sexo|sesso|geslacht|married|marital|education|educ|ethnicity|race|religion|smoker|occupation) /;
/** Dates that stand beside a person or a thing. */
const SIDE =
  / (birth|born|dob|hire|hired|joined|since|expires|expiry|due|member since|geboren|geburtsdatum|eintritt|naissance|nacimiento|nascita|nascimento|geboortedatum) /;
const NEARLY = 0.97;

export function tableFacts(columns: readonly ColumnProfile[], sample: SheetSample, sheetName: string): TableFacts {
  const at = (column: ColumnProfile) => columns.indexOf(column);
  const whens = rankWhens(columns).filter(({ name }) => !SIDE.test(headingWords(name)));
  const real = whens.find(isDated);
  const main = real ?? whens.find(({ meaning }) => meaning === 'year');
  const time = main && timesOf(sample, at(main), main === real ? undefined : withinYear(columns));
  const groups = columns.flatMap(({ role, type, meaning }, c) =>
    role === 'group' || role === 'key' || (role === 'when' && type === 'text' && meaning !== undefined) ? [c] : [],
  );
  const different = time ? new Set(time.filter((one) => one !== null)) : new Set<number>();
  const step = evenStep([...different]);
  const all = main && !main.stats.distinctAbout && main === real ? main.stats.distinct : different.size;
  const things = time ? thingsOf(sample, time, { all, seen: different.size }, groups) : [];
  const named = namedBy(columns, sample);
  const people = columns.filter(({ name }) => PERSON.test(headingWords(name))).length;
  return {
    ...(main ? { when: at(main) } : {}),
    dated: real !== undefined,
    times: different.size,
    ...(step === undefined ? {} : { step }),
    things,
    ...(named === undefined ? {} : { named }),
    persons: people >= 2,
    happened: namesEvents(columns, sheetName),
    cells: !real && isTableOfCounts(columns, sample),
    sequences: time ? sequencesOf(sample, time, things) : [],
  };
}

/** The months or quarters that stand beside a column of years. */
function withinYear(columns: readonly ColumnProfile[]): { column: number; parts: number } | undefined {
  for (const [words, parts] of [
    [/ (month|monat|mois|mes|mese|maand) /, 12],
    [/ (quarter|qtr|quartal|trimestre|kwartaal) /, 4],
    [/ (week|woche|semaine|semana|settimana) /, 53],
  ] as const) {
    const column = columns.findIndex(
      (one) => isNumeric(one) && words.test(headingWords(one.name)) && Number(one.stats.max) <= parts,
    );
    if (column >= 0) return { column, parts };
  }
  return undefined;
}

function timesOf(sample: SheetSample, column: number, within: ReturnType<typeof withinYear>): (number | null)[] {
  return sample.columns[column].map((value, row) => {
    if (typeof value === 'string') return fromIso(value) / DAY;
    if (typeof value !== 'number') return null;
    const part = within && sample.columns[within.column][row];
    return typeof part === 'number' && within ? (value + (part - 1) / within.parts) * 365.25 : value * 365.25;
  });
}

/** The step that most times keep, in days; months and quarters differ by a few days. */
export function evenStep(times: readonly number[]): number | undefined {
  if (times.length < 5) return undefined;
  const sorted = [...times].sort((a, b) => a - b);
  const steps = sorted.slice(1).map((one, i) => one - sorted[i]);
  const usual = [...steps].sort((a, b) => a - b)[Math.floor(steps.length / 2)];
  const alike = steps.filter((one) => Math.abs(one - usual) <= usual * 0.12).length;
  return alike >= steps.length * 0.75 ? usual : undefined;
}

/** The fewest columns of groups that with the time tell the rows apart, where most things are there at most times. */
function thingsOf(
  sample: SheetSample,
  time: readonly (number | null)[],
  times: { readonly all: number; readonly seen: number },
  groups: readonly number[],
): number[] {
  if (times.seen < 2 || sample.total < times.all * 1.5) return [];
  const pairs = groups.flatMap((a, i) => groups.slice(i + 1).map((b) => [a, b]));
  const tries: (readonly number[])[] = [...groups.map((one) => [one]), ...(groups.length <= 6 ? pairs : [])];
  for (const things of tries) {
    const names = new Set<string>();
    const both = new Set<string>();
    for (let row = 0; row < sample.rows; row++) {
      const name = things.map((c) => String(sample.columns[c][row])).join('\n');
      names.add(name);
      both.add(`${name}\n${time[row]}`);
    }
    const dense = sample.total >= Math.min(names.size, sample.rows) * times.all * 0.4;
    if (names.size > 1 && both.size >= sample.rows * NEARLY && sample.rows >= names.size * 2 && dense)
      return [...things];
  }
  return [];
}

function sequencesOf(sample: SheetSample, time: readonly (number | null)[], things: readonly number[]): number[][] {
  const rows = new Map<string, number[]>();
  for (let row = 0; row < sample.rows; row++) {
    if (time[row] === null) continue;
    const name = things.map((c) => String(sample.columns[c][row])).join('\n');
    const held = rows.get(name);
    if (held) held.push(row);
    else rows.set(name, [row]);
  }
  return [...rows.values()].map((some) => some.sort((a, b) => (time[a] ?? 0) - (time[b] ?? 0)));
}

const NAME = / (name|names|title|nom|nombre|nome|naam|bezeichnung|titel|titre|titulo) /;

/** The column that names each row: a Key or a text of which no two are alike. */
function namedBy(columns: readonly ColumnProfile[], sample: SheetSample): number | undefined {
  const unlike = (c: number, least: number) => {
    const cells = sample.columns[c].filter((cell) => cell !== null);
    return cells.length >= sample.rows * 0.9 && new Set<Value>(cells).size >= cells.length * least;
  };
  const texts = columns.flatMap(({ type, role }, c) => (type === 'text' && role !== 'when' ? [c] : []));
  // Two of the same name occur.
  const says = texts.find((c) => NAME.test(headingWords(columns[c].name)) && unlike(c, 0.85));
  return says ?? texts.find((c) => unlike(c, NEARLY));
}

/** Groups, ages and years, and few counts beside them, of which each combination occurs once and most there can be do occur. */
function isTableOfCounts(columns: readonly ColumnProfile[], sample: SheetSample): boolean {
  const isKind = ({ role, type, name }: ColumnProfile) =>
    role === 'group' || role === 'when' || (type === 'integer' && AGE.test(headingWords(name)));
  const kinds = columns.flatMap((column, c) => (isKind(column) ? [c] : []));
  const amounts = columns.filter((column) => column.role === 'amount' && !isKind(column));
  const counts = amounts.filter(({ name }) => ideasOf(name).has('count'));
  if (kinds.length < 2 || kinds.length + amounts.length !== columns.length || sample.rows < 4) return false;
  if (amounts.length !== 1 && (counts.length === 0 || amounts.length > 3)) return false;
  // Beside a year one group alone is what goes on through the years.
  if (columns.some((column) => column.role === 'when') && (counts.length === 0 || kinds.length < 3)) return false;
  const different = (of: readonly number[]) =>
    new Set(sample.columns[0].map((_, row) => of.map((c) => String(sample.columns[c][row])).join('\n'))).size;
  // A column that tells the rows apart by itself names things.
  return different(kinds) >= sample.rows * NEARLY && kinds.every((c) => different([c]) < sample.rows * NEARLY);
}

const AGE = / (age|ages|alter|leeftijd|edad|eta|idade) /;
