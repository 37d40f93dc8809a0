import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import type { ChartModel } from '@/core/layout';
import { fromHeld, HeldAnswers, shape } from '@/core/shaping';
import { InvalidInput, type ChartSpec } from '@/core/spec';
import { demoSpecSheets } from '@/testing/demo-sheets';
import { sampleSpecs, type SpecSheet } from '@/testing/random-specs';
import { cleanUp } from '@/testing/sheets';
import { openBook } from './book';
import { grainsOf } from './grains';
import { checkSpec, frameOf, modelOf } from './model';
import { rowsBehind } from './rows-behind';

/** What each chart came to when it was last looked at. `EXPECT=write npx jest random-charts` writes it anew; read the difference before it is committed. */
const EXPECTED = 'testing/expected/random-charts.json';
/** More of them, or others, to compare two trees: `MODELS_TO=before.json CHARTS=2000 SEED=1 npx jest random-charts`. */
const { CHARTS = 300, SEED = 20261126, MODELS_TO, EXPECT } = process.env;

let sheets: SpecSheet[];
const named = new Map<string, string>();

beforeAll(async () => {
  sheets = await demoSpecSheets((id, name) => named.set(id, name));
}, 120_000);
afterAll(cleanUp);

type Point = { total: number; amount: number | null };
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

const middle = <T>(list: readonly T[]): T | undefined => list[list.length >> 1];

async function behindMiddle(spec: ChartSpec, { across, series, points = [] }: ChartModel): Promise<unknown> {
  const dot = middle(points);
  const point = dot
    ? { across: dot.x, up: dot.y, series: dot.series }
    : { across: middle(across.values), series: middle(series)?.id };
  if (point.across === undefined || point.series === undefined) return null;
  try {
    const asked = { ...point, across: point.across };
    const { total, amount } = await rowsBehind({ spec, point: asked, offset: 0, limit: 1 });
    return { total, amount };
  } catch (error) {
    if (error instanceof InvalidInput) return error.errors;
    throw error;
  }
}

/** Whether the rows behind the middle of a chart come to what is drawn there, where nothing was made of it since. */
function comesTo(
  { across, setAside, layers }: ChartSpec,
  { model, behind }: { model: ChartModel; behind: unknown },
): boolean {
  const series = middle(model.series);
  const layer = layers.find(({ id }) => id === series?.layer);
  const changed = setAside || layer?.then || layer?.fills || (across.as === 'time' && across.gaps === 'zero');
  if (!series || model.points || changed || !behind || Array.isArray(behind)) return true;
  const { amount } = behind as Point;
  const drawn = middle(series.values) ?? null;
  return drawn === null || amount === null
    ? (drawn ?? 0) === (amount ?? 0)
    : Math.abs(drawn - amount) <= 1e-9 * Math.max(1, Math.abs(drawn));
}

const withNames = (text: string) => [...named].reduce((now, [id, name]) => now.replaceAll(id, name), text);
const short = (value: unknown) =>
  createHash('sha256')
    // The last digits of averages depend on the order in which a table is read.
    .update(
      withNames(
        JSON.stringify(value, (_, part: unknown) => (typeof part === 'number' ? Number(part.toPrecision(12)) : part)) ??
          '',
      ),
    )
    .digest('base64url')
    .slice(0, 8);

/** A chart in few letters: its form, then one mark for each part of it, so that a difference says where it is. */
function told(found: Outcome): string {
  if ('refused' in found) return `refused ${short(found.refused)}`;
  const {
    form,
    across,
    series,
    points,
    panels,
    scales,
    checks,
    title,
    subtitle,
    sentence,
    relations,
    findings,
    ...rest
  } = found.model;

  const words = [title, subtitle, sentence];
  const looked = [relations, findings];
  const parts = { across, series, points, panels, scales, words, checks, looked, rest, behind: found.behind };
  return [form, ...Object.entries(parts).map(([name, part]) => `${name} ${short(part)}`)].join(', ');
}

test('300 charts of the demo, made up at random, are drawn as they were, and the rows behind a point come to it', async () => {
  const specs = sampleSpecs(sheets, Number(CHARTS), Number(SEED));
  const found: string[] = [];
  const whole: unknown[] = [];
  const wrong: unknown[] = [];
  for (const spec of specs) {
    const one = await outcome(spec);
    found.push(told(one));
    whole.push({ spec, ...one });
    if ('model' in one && !comesTo(spec, one)) wrong.push({ spec, behind: one.behind });
  }
  if (MODELS_TO) writeFileSync(MODELS_TO, withNames(JSON.stringify(whole, null, 1)));
  if (EXPECT === 'write') writeFileSync(EXPECTED, `${JSON.stringify(found, null, 1)}\n`);
  expect(wrong).toEqual([]);
  expect(found.filter((one) => !one.startsWith('refused')).length).toBeGreaterThan(found.length * 0.7);
  if (process.env.CHARTS === undefined) expect(found).toEqual(JSON.parse(readFileSync(EXPECTED, 'utf8')));
}, 600_000);

/** Changes of a chart that its user makes without anything being asked of the table. */
function changesOf(spec: ChartSpec): ChartSpec[] {
  const { across } = spec;
  const rest = { ...spec };
  delete rest.split;
  const across2: ChartSpec['across'][] =
    across.as === 'time'
      ? (['week', 'quarter', 'year'] as const).map((step) => ({ ...across, step }))
      : across.as === 'group'
        ? [
            { ...across, order: { by: 'name' } },
            { ...across, keep: 2 },
          ]
        : [];
  const [first, ...others] = spec.layers;
  return [
    spec,
    rest,
    ...across2.map((other) => ({ ...spec, across: other })),
    {
      ...spec,
      layers: [{ ...first, summary: 'rows' in first.amount ? ('count' as const) : ('mean' as const) }, ...others],
    },
    { ...spec, layers: [first] },
  ];
}

test('what the browser draws from answers that it holds is what the server draws', async () => {
  const specs = sampleSpecs(sheets, 60, 4);
  let drawn = 0;
  for (const spec of specs) {
    const held = new HeldAnswers();
    const book = await openBook(spec);
    for (const { query, answer } of (await grainsOf(spec, book)).answers) held.put(query, answer);
    for (const change of changesOf(spec)) {
      const here = fromHeld(shape(change, book.sources), held);
      if (!here) continue;
      drawn++;
      expect(here).toEqual(await frameOf(change, book));
    }
  }
  expect(drawn).toBeGreaterThan(specs.length * 2);
}, 120_000);
