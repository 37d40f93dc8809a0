/**
 * The sheets of `support/judged-sheets.ts` through the application: what it takes a row for, how it summarises the
 * amounts, and the chart that it shows first, against what was judged by hand before the rules were written.
 */
import { demoFiles } from '@/demo/files';
import { sheetBook } from '@/server/charts/book';
import { startsOf } from '@/server/charts/starts';
import type { ReadySheet } from '@/server/sheets/sheets';
import { dataset } from '@/testing/datasets';
import { cleanUp, takeIn } from '@/testing/sheets';
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

beforeAll(async () => {
  const demo = new Map((await demoFiles()).map(({ name, content }) => [name, content]));
  const left = judged.map(({ file }) => file);
  // A few at a time: what the database does for one the next can be read beside.
  const go = async () => {
    for (let file = left.shift(); file !== undefined; file = left.shift()) {
      const content = demo.get(file) ?? SHEETS_OF_FIRMS.get(file) ?? dataset(file);
      found.push(await glance(file, await takeIn(SHEETS_OF_FIRMS.has(file) ? `${file}.csv` : file, content)));
    }
  };
  await Promise.all([go(), go(), go()]);
}, 240_000);
afterAll(cleanUp);

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
