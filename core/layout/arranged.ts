import { isBanded } from './families/upright';
import { drawnOf, slicesOfCopy, type Drawn, type Given } from './families';
import type { Drawing, Panel } from './model';
import { NO_OVERLAY, type Overlay } from './over/overlay';
import { withSpots } from './over/spots';
import { gridOf, panelsOf } from './panels';
import type { Size } from './plot';

/** Lays a chart out in one room, or in small copies, and places what is laid over it. */
export function arranged(given: Given): Arranged {
  const found = given.frame.panels ? inCells(given) : inOne(given);
  const { drawn, drawing } = found;
  const each = drawing.is === 'panels' ? drawing.each : drawing;
  const { frame, over = NO_OVERLAY } = given;
  if (each.is === 'pie' || each.is === 'figure') return { ...found, over };
  return {
    ...found,
    over: withSpots(over, {
      series: given.series,
      scales: drawn.scales,
      plot: drawn.plot,
      lying: each.is === 'plot' && each.lying,
      banded: isBanded(given.series, frame),
      across: frame.across,
      values: drawing.is === 'panels' ? [] : drawn.values,
    }),
  };
}

/** A chart in its room, with what is laid over it at its places. */
interface Arranged {
  readonly drawn: Drawn;
  readonly drawing: Drawing;
  readonly panels?: Panel[];
  readonly cell?: Size;
  readonly over: Overlay;
}

function inOne(given: Given): Omit<Arranged, 'over'> {
  const drawn = drawnOf(given);
  return { drawn, drawing: drawn.drawing };
}

/** Small copies: one layout for all of their cells. Cells too small for words hold marks alone. */
function inCells(given: Given): Omit<Arranged, 'over'> {
  const { frame, spec, sources, series } = given;
  const grid = gridOf(frame.panels?.length ?? 0, given.size);
  const panels = panelsOf(frame, series, spec, sources, grid, given.over);
  const inCell = { ...given, size: grid.cell, copies: panels };
  const drawn = drawnOf(inCell);
  const { drawing: each, words } = drawn;
  const bare = grid.bare === true && each.is === 'plot';
  const plot = bare ? { left: 1, top: 3, width: grid.cell.width - 2, height: grid.cell.height - 5 } : drawn.plot;
  return {
    drawn: { ...drawn, plot, ...(bare ? { words: { ...words, ticks: [] }, values: [] } : {}) },
    drawing: { is: 'panels', each, bare },
    panels:
      each.is === 'pie'
        ? panels.map((panel) => ({ ...panel, slices: slicesOfCopy(inCell, panel.series, words.labels) }))
        : panels,
    cell: grid.cell,
  };
}
