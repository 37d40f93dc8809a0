'use client';

import { Checkbox } from 'antd';
import { eachDrawing, groupWords, SYMBOLS, type ChartModel, type ModelSeries, type SymbolName } from '@/core/layout';
import { setColor, setSeriesStyle, upperFirst, type ChartSpec, type SeriesStyle } from '@/core/spec';
import { Card, Field, SelectField } from '../../cards/Card';
import { ColorField } from '../../cards/ColorField';
import { DASHES, LineWidth, PointSize, VALUES } from './mark-fields';
import { useWork } from '../store';

const AS_LAYER = 'as the others';

/** What of one series differs from the others of its layer: its colour, line, points, values and scale. */
export function SeriesCard({
  series,
  model,
  spec,
  onLayer,
}: {
  series: ModelSeries;
  model: ChartModel;
  spec: ChartSpec;
  /** Opens the card of all series of its layer. */
  onLayer: () => void;
}) {
  const edit = useWork((state) => state.edit);
  const id = series.like ?? series.id;
  const own = spec.series?.[id] ?? {};
  const change = (next: SeriesStyle) => edit((now) => setSeriesStyle(now, id, next));
  const lined = series.shape === 'line' || series.shape === 'area';
  const pointed = series.shape === 'line' || series.shape === 'dot';
  const { split } = series;
  const values = own.values === undefined ? AS_LAYER : own.values === true ? 'all' : own.values || 'none';
  return (
    <Card name={`One series: ${series.name}`} title={series.name}>
      {split !== undefined && (
        <Field label="Colour">
          <ColorField
            label={`Colour of ${series.name}`}
            value={series.color}
            onChange={(color) => edit((now) => setColor(now, groupWords(split), color))}
          />
        </Field>
      )}
      {lined && (
        <>
          <SelectField
            label="Line"
            value={own.dash ?? AS_LAYER}
            onChange={(dash: NonNullable<SeriesStyle['dash']> | typeof AS_LAYER) =>
              change({ dash: dash === AS_LAYER ? undefined : dash })
            }
            options={[{ value: AS_LAYER, label: 'As the others' }, ...DASHES]}
          />
          <Field label="Width">
            <LineWidth value={own.width} placeholder="As the others" onChange={(width) => change({ width })} />
          </Field>
        </>
      )}
      {pointed && (
        <>
          {series.shape === 'line' && (
            <Field label="Points">
              <Checkbox checked={series.points} onChange={(event) => change({ points: event.target.checked })}>
                At its values
              </Checkbox>
            </Field>
          )}
          <SelectField
            label="Symbol"
            value={own.symbol ?? AS_LAYER}
            onChange={(symbol: SymbolName | typeof AS_LAYER) =>
              change({
                symbol: symbol === AS_LAYER ? undefined : symbol,
                // A symbol that was chosen is to be seen.
                ...(symbol !== AS_LAYER && series.shape === 'line' ? { points: true } : {}),
              })
            }
            options={[
              { value: AS_LAYER, label: 'Chosen for me' },
              ...SYMBOLS.map((symbol) => ({ value: symbol, label: SYMBOL_WORDS[symbol] })),
            ]}
          />
          <Field label="Point size">
            <PointSize
              value={own.pointSize}
              placeholder="As the others"
              onChange={(pointSize) => change({ pointSize })}
            />
          </Field>
        </>
      )}
      {eachDrawing(model).is !== 'pie' && spec.across.as !== 'number' && (
        <SelectField
          label="Values"
          name="Values on its marks"
          value={values}
          onChange={(next: string) =>
            change({
              values:
                next === AS_LAYER
                  ? undefined
                  : next === 'all'
                    ? true
                    : next === 'none'
                      ? false
                      : (next as 'ends' | 'extremes'),
            })
          }
          options={[{ value: AS_LAYER, label: 'As the others' }, ...VALUES]}
        />
      )}
      {series.stack === undefined && !spec.panels && (
        <SelectField
          label="Scale"
          value={series.side}
          onChange={(side: 'left' | 'right') => change({ side })}
          options={(['left', 'right'] as const).map((side) => ({ value: side, label: `${upperFirst(side)} scale` }))}
        />
      )}
      <p>
        <button type="button" className="action" onClick={onLayer}>
          Settings of all series
        </button>
      </p>
      {spec.series?.[id] && (
        <p>
          <button type="button" className="action" onClick={() => edit((now) => setSeriesStyle(now, id, undefined))}>
            As the others again
          </button>
        </p>
      )}
    </Card>
  );
}

const SYMBOL_WORDS: Readonly<Record<SymbolName, string>> = {
  circle: 'Circle',
  square: 'Square',
  triangle: 'Triangle',
  diamond: 'Diamond',
  cross: 'Cross',
  star: 'Star',
  wye: 'Triangle, point down',
};
