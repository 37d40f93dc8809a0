'use client';

import { Button } from 'antd';
import { figureIn, eachDrawing, hasScales, type ChartModel } from '@/core/layout';
import { Menu } from '../cards/Menu';

/** More names than these are found in the legend. */
const MOST_SERIES = 30;

/** The list of the chart's parts: the way to their cards without a pointer. */
export function PartsMenu({ model, onOpen }: { model: ChartModel; onOpen: (part: string) => void }) {
  const layers = [...new Map(model.series.map((series) => [series.layer, series])).values()];
  const several = new Set(model.series.map((series) => series.split)).size > 1;
  const items = [
    ...(model.scales.left ? [{ key: 'left', label: 'Left scale' }] : []),
    ...(model.scales.right ? [{ key: 'right', label: 'Right scale' }] : []),
    ...(!hasScales(model) ? [] : [{ key: 'across', label: 'Across' }]),
    ...(figureIn(model) ? [] : [{ key: 'point', label: model.points ? 'A dot …' : 'A point …' }]),
    ...(!hasScales(model) ? [] : [{ key: 'grid', label: 'Grid' }]),
    { key: 'title', label: 'Title' },
    ...(!hasScales(model) ? [] : [{ key: 'words', label: 'Words of the axes' }]),
    { key: 'look', label: 'Whole chart' },
    ...layers.map((series) => ({
      key: `layer:${series.layer}`,
      label: several ? (layers.length > 1 ? series.name.split(',')[0] : 'All series') : series.name,
    })),
    // Small copies have each series many times: those alike look alike.
    ...(several && eachDrawing(model).is !== 'pie'
      ? [
          {
            key: 'one',
            label: 'One series',
            children: model.series
              .filter(
                (series, i) =>
                  series.split !== undefined &&
                  model.series.findIndex((other) => (other.like ?? other.id) === (series.like ?? series.id)) === i,
              )
              .slice(0, MOST_SERIES)
              .map((series) => ({ key: `series:${series.id}`, label: series.name })),
          },
        ]
      : []),
  ];
  // The press that chooses would close a card that opens with it: it opens after that.
  return (
    <Menu items={items} onChoose={(key) => setTimeout(() => onOpen(key), 60)} placement="bottomRight">
      <Button size="small">Parts</Button>
    </Menu>
  );
}
