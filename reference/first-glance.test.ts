/**
 * The sheets of `support/judged-sheets.ts` through the application: what it takes a row for, how it summarises the
 * amounts, and the chart that it shows first; and picks of `support/judged-picks.ts`, and the form that it chooses for
 * them. Both against what was judged by hand before the rules were written. Of very long files every so many-th row is
 * taken: what is judged is the sheet, not its length.
 */
import { demoFiles } from '@/demo/files';
import { sheetBook } from '@/server/charts/book';
import { startsOf } from '@/server/charts/starts';
import { suggest } from '@/server/charts/suggest';
import type { ReadySheet } from '@/server/sheets/sheets';
import { dataset } from '@/testing/datasets';
import { cleanUp, takeIn } from '@/testing/sheets';
import { JUDGED_PICKS } from './support/judged-picks';
import { JUDGED_SHEETS } from './support/judged-sheets';
import { SHEETS_OF_FIRMS } from './support/sheets-of-firms';

interface Judged {
  readonly file: string;
  readonly rows: readonly string[];
  readonly summaries: readonly { readonly column: string; readonly of: readonly string[] }[];
  readonly forms: readonly string[];
  readonly picks: readonly string[];
}

const judged: Judged[] = JUDGED_SHEETS.trim()
  .split('\n')
  .map((line) => {
    const [file, rows, columns, start] = line.split(' / ');
    const [, forms, picks] = /^(\S+) (.*)$/.exec(start) ?? [];
    return {
      file,
      rows: rows.split('|'),
      summaries: columns.split('; ').flatMap((one) => {
        const [column, of] = one.split('=');
        return of ? [{ column, of: of.split('|') }] : [];
      }),
      forms: forms.split('|'),
      picks: picks.split('|'),
    };
  });

/** Names as they are compared: without unit, case and underscores. */
const plain = (name: string) =>
  name
    .replace(/[_ ]+/g, ' ')
    .replace(/ \(.*\)$/, '')
    .replace(/ [$£%]$/, '')
    .toLowerCase();

/** Whether picks are those of an alternative: "A+B", with "*" for any further column. */
function fits(wanted: string, picked: readonly string[]): boolean {
  const names = wanted.replace(/^\*(?=.)/, '*+').split('+');
  const own = names.filter((name) => name !== '*').map(plain);
  const free = own.length < names.length;
  return own.every((name) => picked.includes(name)) && (free || picked.length === own.length);
}

const found: { file: string; row: string; summaries: Map<string, string>; form: string; picks: string[] }[] = [];

const sheets = new Map<string, ReadySheet>();

beforeAll(async () => {
  const demo = new Map((await demoFiles()).map(({ name, content }) => [name, content]));
  const judgedFiles = new Set(judged.map(({ file }) => file));
  for (const file of new Set([...judgedFiles, ...JUDGED_PICKS.map(([name]) => name)])) {
    const content = demo.get(file) ?? SHEETS_OF_FIRMS.get(file) ?? shortened(dataset(file), file);
    const sheet = await takeIn(SHEETS_OF_FIRMS.has(file) ? `${file}.csv` : file, content);
    sheets.set(file, sheet);
    if (judgedFiles.has(file)) found.push(await glance(file, sheet));
  }
}, 300_000);
afterAll(cleanUp);

const MOST_ROWS = 4_000;

/** A delimited file with at most so many rows, evenly taken from it. */
function shortened(content: Buffer, file: string): Buffer | string {
  if (!/\.[ct]sv$/.test(file)) return content;
  const [header, ...lines] = content.toString('utf8').split('\n');
  const every = Math.ceil(lines.length / MOST_ROWS);
  return every === 1 ? content : [header, ...lines.filter((_, i) => i % every === 0)].join('\n');
}

async function glance(file: string, sheet: ReadySheet): Promise<(typeof found)[number]> {
  const [first] = await startsOf(await sheetBook(sheet.id), { width: 420, height: 160 });
  const name = (key: string) => plain(sheet.columns.find((column) => column.key === key)?.name ?? '');
  return {
    file,
    row: sheet.row?.is ?? '',
    summaries: new Map(sheet.columns.map((column) => [plain(column.name), column.summary])),
    form: first?.form ?? 'none',
    picks: first?.picks.map(name) ?? [],
  };
}

const of = (file: string) => {
  const one = found.find((each) => each.file === file);
  if (!one) throw new RangeError(`${file} was not looked at`);
  return one;
};

function tell(what: string, right: number, misses: readonly string[], least: number): void {
  const all = right + misses.length;
  console.info(`${right} of ${all} ${what} as judged. Misses:\n${misses.join('\n') || 'none'}`);
  expect(right / all).toBeGreaterThanOrEqual(least);
}

test('sixty sheets and more are judged', () => expect(judged.length).toBeGreaterThanOrEqual(60));

test('what a row is, as judged for nine sheets in ten', () => {
  const misses = judged.flatMap(({ file, rows }) =>
    rows.includes(of(file).row) ? [] : [`${file}: ${of(file).row}, judged ${rows.join(' or ')}`],
  );
  tell('rows', judged.length - misses.length, misses, 0.9);
});

test('how amounts are summarised, as judged for 95 columns in 100', () => {
  let all = 0;
  const misses = judged.flatMap(({ file, summaries }) =>
    summaries.flatMap(({ column, of: wanted }) => {
      all++;
      const got = of(file).summaries.get(plain(column));
      return got !== undefined && wanted.includes(got)
        ? []
        : [`${file} ${column}: ${got}, judged ${wanted.join(' or ')}`];
    }),
  );
  tell('summaries', all - misses.length, misses, 0.95);
});

test('the chart shown first, as judged for nine sheets in ten', () => {
  const misses = judged.flatMap(({ file, forms, picks }) => {
    const one = of(file);
    const right = forms.includes(one.form) && picks.some((wanted) => fits(wanted, one.picks));
    return right
      ? []
      : [`${file}: ${one.form} of ${one.picks.join(' + ')}, judged ${forms.join(' or ')} of ${picks.join(' or ')}`];
  });
  tell('first charts', judged.length - misses.length, misses, 0.9);
});

test('the form of picks, as judged for 95 picks in 100, and always among the first three', async () => {
  const misses: string[] = [];
  const lost: string[] = [];
  for (const [file, names, wanted, why] of JUDGED_PICKS) {
    const sheet = sheets.get(file);
    if (!sheet) throw new RangeError(`no sheet ${file}`);
    const picks = names.map((name) => {
      const column = sheet.columns.find((one) => plain(one.name) === plain(name));
      if (!column) throw new RangeError(`${file} has no ${name}: ${sheet.columns.map((one) => one.name).join(', ')}`);
      return column.key;
    });
    const forms: readonly string[] = [wanted].flat();
    const suggested = await suggest(await sheetBook(sheet.id), picks, { width: 720, height: 400 });
    const got: readonly string[] = suggested.map(({ form }) => form);
    const line = `${file}: ${names.join(', ')} (${why}): ${forms.join(' or ')} wanted, ${got.slice(0, 3).join(', ')} found`;
    if (!forms.includes(got[0])) misses.push(line);
    if (!got.slice(0, 3).some((form) => forms.includes(form))) lost.push(line);
  }
  expect(JUDGED_PICKS.length).toBeGreaterThanOrEqual(150);
  tell('forms of picks', JUDGED_PICKS.length - misses.length, misses, 0.95);
  expect(lost).toEqual([]);
}, 180_000);
