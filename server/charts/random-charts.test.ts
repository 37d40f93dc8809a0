import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import type { ChartModel } from '@/core/layout';
import { InvalidInput, type ChartSpec } from '@/core/spec';
import { demoFiles } from '@/demo/files';
import { sampleSpecs, type SpecSheet } from '@/testing/random-specs';
import { cleanUp, takeIn } from '@/testing/sheets';
import { openBook } from './book';
import { checkSpec, modelOf } from './model';
import { rowsBehind } from './rows-behind';
import { columnValues } from '../sheets/values';

/** What each chart came to when it was last looked at. `EXPECT=write npx jest random-charts` writes it anew; read the difference before it is committed. */
const EXPECTED = 'testing/expected/random-charts.json';
/** More of them, or others, to compare two trees: `MODELS_TO=before.json CHARTS=2000 SEED=1 npx jest random-charts`. */
const { CHARTS = 300, SEED = 20261126, MODELS_TO, EXPECT } = process.env;

let sheets: SpecSheet[];
const named = new Map<string, string>();

beforeAll(async () => {
  const taken = await Promise.all(
    (await demoFiles()).map(async ({ name, content }) => {
      const sheet = await takeIn(name, content);
      named.set(sheet.id, name);
      return sheet;
    }),
  );
  sheets = await Promise.all(
    taken.map(async ({ id, columns }) => ({
      id,
      columns,
      values: new Map(
        await Promise.all(
          columns.map(async ({ key }) => {
            const { values } = await columnValues(id, key, '');
            return [key, values.slice(0, 8).map(({ value }) => value)] as const;
          }),
        ),
      ),
    })),
  );
}, 120_000);
afterAll(cleanUp);

type Outcome = { model: ChartModel; behind: unknown } | { refused: unknown };

/** The drawing of a chart with the rows behind a point in its middle, or why there is none. */
async function outcome(spec: ChartSpec): Promise<Outcome> {
  try {
    const book = await openBook(spec);
    checkSpec(spec, book);
    const model = await modelOf(spec, book);
    return { model, behind: await behindMiddle(spec, model) };
  } catch (error) {
    if (error instanceof InvalidInput) return { refused: error.errors };
    throw new Error(`this chart fails: ${JSON.stringify(spec)}`, { cause: error });
  }
}

async function behindMiddle(spec: ChartSpec, { across, series, points = [] }: ChartModel): Promise<unknown> {
  const dot = points[points.length >> 1];
  const point = dot
    ? { across: dot.x, up: dot.y, series: dot.series }
    : { across: across.values[across.values.length >> 1], series: series[series.length >> 1]?.id };
  if (point.across === undefined || point.series === undefined) return null;
  try {
    const { total, amount } = await rowsBehind({ spec, point, offset: 0, limit: 1 });
    return { total, amount };
  } catch (error) {
    if (error instanceof InvalidInput) return error.errors;
    throw error;
  }
}

const withNames = (text: string) => [...named].reduce((now, [id, name]) => now.replaceAll(id, name), text);
const short = (value: unknown) =>
  createHash('sha256')
    .update(withNames(JSON.stringify(value) ?? ''))
    .digest('base64url')
    .slice(0, 8);

/** A chart in few letters: its form, then one mark for each part of it, so that a difference says where it is. */
function told(found: Outcome): string {
  if ('refused' in found) return `refused ${short(found.refused)}`;
  const { form, across, series, points, panels, scales, checks, title, subtitle, sentence, ...rest } = found.model;
  const words = [title, subtitle, sentence];
  const parts = { across, series, points, panels, scales, words, checks, rest, behind: found.behind };
  return [form, ...Object.entries(parts).map(([name, part]) => `${name} ${short(part)}`)].join(', ');
}

test('300 charts of the demo, made up at random, are drawn as they were when they were last looked at', async () => {
  const specs = sampleSpecs(sheets, Number(CHARTS), Number(SEED));
  const found: string[] = [];
  const whole: unknown[] = [];
  for (const spec of specs) {
    const one = await outcome(spec);
    found.push(told(one));
    whole.push({ spec, ...one });
  }
  if (MODELS_TO) writeFileSync(MODELS_TO, withNames(JSON.stringify(whole, null, 1)));
  if (EXPECT === 'write') writeFileSync(EXPECTED, `${JSON.stringify(found, null, 1)}\n`);
  expect(found.filter((one) => !one.startsWith('refused')).length).toBeGreaterThan(found.length * 0.7);
  if (process.env.CHARTS === undefined) expect(found).toEqual(JSON.parse(readFileSync(EXPECTED, 'utf8')));
}, 600_000);
