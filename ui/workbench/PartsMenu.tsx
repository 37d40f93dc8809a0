'use client';

import { Button } from 'antd';
import { figureIn, eachDrawing, hasScales, type ChartModel } from '@/core/layout';
import { Menu } from '../cards/Menu';
import { partKey, partOf, type ChartPart } from '../chart/part';

/** More names than these are found in the legend. */
const MOST_SERIES = 30;

interface Props {
  model: ChartModel;
  onOpen: (part: ChartPart) => void;
  /** Opens the card of a point. */
  onPoint: () => void;
}

const POINT = 'point';
const item = (part: ChartPart, label: string) => ({ key: partKey(part), label });

/** The list of the chart's parts: the way to their cards without a pointer. */
export function PartsMenu({ model, onOpen, onPoint }: Props) {
  const layers = [...new Map(model.series.map((series) => [series.layer, series])).values()];
  const several = new Set(model.series.map((series) => series.split)).size > 1;
  const items = [
    ...(model.scales.left ? [item({ is: 'scale', side: 'left' }, 'Left scale')] : []),
    ...(model.scales.right ? [item({ is: 'scale', side: 'right' }, 'Right scale')] : []),
    ...(!hasScales(model) ? [] : [item({ is: 'across' }, 'Across')]),
    ...(figureIn(model) ? [] : [{ key: POINT, label: model.points ? 'A dot …' : 'A point …' }]),
    ...(!hasScales(model) ? [] : [item({ is: 'grid' }, 'Grid')]),
    item({ is: 'title' }, 'Title'),
    ...(!hasScales(model) ? [] : [item({ is: 'words' }, 'Words of the axes')]),
    item({ is: 'look' }, 'Whole chart'),
    ...layers.map((series) =>
      item(
        { is: 'layer', id: series.layer },
        several ? (layers.length > 1 ? series.name.split(',')[0] : 'All series') : series.name,
      ),
    ),
    ...[...new Map((model.trends ?? []).map((trend) => [trend.id, trend])).values()].map((trend) =>
      item({ is: 'trend', id: trend.id }, trend.name),
    ),
    ...[...new Map((model.references ?? []).map((one) => [one.id, one])).values()].map((one) =>
      item({ is: 'reference', id: one.id }, `Line: ${one.label}`),
    ),
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
              .map((series) => item({ is: 'series', id: series.id }, series.name)),
          },
        ]
      : []),
  ];
  // The press that chooses would close a card that opens with it: it opens after that.
  return (
    <Menu
      items={items}
      onChoose={(key) => setTimeout(() => (key === POINT ? onPoint() : onOpen(partOf(key))), 60)}
      placement="bottomRight"
    >
      <Button size="small">Parts</Button>
    </Menu>
  );
}
