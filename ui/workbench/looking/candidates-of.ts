import { kindWords, missWords, type ChartModel } from '@/core/layout';
import { candidates, type Candidate } from '@/core/looking';
import { BLANK, layerUnit, type ChartSpec, type Sources } from '@/core/spec';

/** The kinds of trend that a drawn series can have, by what they miss, least first, with their words. */
export interface Offered extends Candidate {
  readonly name: string;
  readonly misses: string;
}

export function candidatesOf(model: ChartModel, series: string, spec: ChartSpec, sources: Sources): Offered[] {
  const own = model.series.find(({ id }) => id === series);
  if (!own) return [];
  const step = spec.across.as === 'time' ? spec.across.step : undefined;
  const measured = model.across.values.length - (model.across.ahead ?? 0);
  const layer = spec.layers.find(({ id }) => id === own.layer) ?? spec.layers[0];
  const unit = layerUnit(layer, sources);
  const blank = model.across.values.indexOf(BLANK);
  const found = model.points
    ? candidates({ pairs: model.points.filter((point) => point.series === series).map(({ x, y }) => [x, y] as const) })
    : candidates({
        values: own.values.slice(0, measured),
        along: {
          ...(step ? { step } : {}),
          rests: new Set(model.across.rests.filter((at) => at < measured)),
          skips: new Set([
            ...(model.across.otherAt === undefined ? [] : [model.across.otherAt]),
            ...(blank < 0 ? [] : [blank]),
          ]),
          length: measured,
        },
      });
  return found.map((one) => ({
    ...one,
    name: kindWords(one.degree === undefined ? { kind: one.kind } : { kind: one.kind, degree: one.degree }, step),
    misses: missWords(one.line.error, unit, spec),
  }));
}
