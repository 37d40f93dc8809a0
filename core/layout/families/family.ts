import type { Frame } from '../../shaping';
import type { ChartSpec, Sources } from '../../spec';
import type { AcrossWords } from '../across-ticks';
import type { ChartModel, ModelSeries, Plot, Scroll, SingleDrawing, ValueLabel } from '../model';
import type { Size } from '../plot';
import type { Overlay } from '../over/overlay';
import { valueLabels } from '../value-labels';

/** What every family of forms is given: the frame in words and colours, and the room there is. */
export interface Given {
  readonly frame: Frame;
  readonly spec: ChartSpec;
  readonly sources: Sources;
  /** The room of the drawing, or of one small copy. */
  readonly size: Size;
  readonly series: readonly ModelSeries[];
  readonly acrossTitle: string;
  /** How series are to be named. */
  readonly naming: ChartModel['naming'];
  /** In small copies: the series of each, and scales of their own where they have some. */
  /** What is laid over it: its heights are counted in the room of the scales. */
  readonly over?: Overlay;
  readonly copies?: readonly { readonly series: readonly string[]; readonly scales?: ChartModel['scales'] }[];
}

/** What a family makes of it: its own drawing, and what the model has of every one. */
export interface Drawn {
  readonly drawing: SingleDrawing;
  readonly plot: Plot;
  readonly words: AcrossWords;
  /** There is no room for the title of the places. */
  readonly untitled?: boolean;
  readonly scales: ChartModel['scales'];
  /** The series with their names at their ends; absent: as they were given, or where they were to be named there, in a legend. */
  readonly named?: ModelSeries[];
  readonly values: ValueLabel[];
}

/** The plot as it would be if all places stood in it. */
export function wholePlot(plot: Plot, scroll: Scroll | undefined, { across }: Frame, lying: boolean): Plot {
  if (!scroll) return plot;
  const times = across.values.length / scroll.shown;
  return lying ? { ...plot, height: plot.height * times } : { ...plot, width: plot.width * times };
}

/** The values on the marks of a plot, of each small copy by itself. */
export function valuesOn(
  { frame, spec, series, copies }: Given,
  scales: ChartModel['scales'],
  { plot, lying, banded }: { plot: Plot; lying: boolean; banded: boolean },
): ValueLabel[] {
  const of = (own: readonly ModelSeries[], on: ChartModel['scales'], alike = own) =>
    valueLabels(
      {
        series: [...own],
        alike,
        scales: on,
        plot,
        lying,
        banded,
        locale: spec.look?.locale,
        ground: spec.look?.ground,
        across: { ...frame.across, values: [...frame.across.values] },
      },
      spec.layers,
    );
  if (!copies) return of(series, scales);
  return copies.flatMap((copy) =>
    of(
      series.filter(({ id }) => copy.series.includes(id)),
      { ...scales, ...copy.scales },
      copy.scales ? undefined : series,
    ),
  );
}
