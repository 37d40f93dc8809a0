'use client';

import { Button, Checkbox, Input, Select, Slider } from 'antd';
import { useState } from 'react';
import { hasScales, type ChartModel } from '@/core/layout';
import {
  changeLayer,
  column,
  layerWords,
  moveLayer,
  setStyle,
  setWhole,
  type ChartSpec,
  type Layer,
  type Sources,
  SHAPE_KINDS,
} from '@/core/spec';
import { Card, Field } from '../../cards/Card';
import { DASHES, LineWidth, PointSize } from './mark-fields';
import { shapeChoices, sideChoices, summaryChoices, type Choice } from '../menus';
import { FigureFields, PieFields } from './FigureFields';
import { ColorByLine } from '../looking/ColorByLine';
import { LayerColors } from './LayerColors';
import { ValuesFields } from './ValuesFields';
import { useWork } from '../store';

/** A layer's own settings: what it is called, its summary, shape and scale. */
export function LayerCard({
  layer,
  model,
  spec,
  sources,
}: {
  layer: Layer;
  model: ChartModel;
  spec: ChartSpec;
  sources: Sources;
}) {
  const edit = useWork((state) => state.edit);
  const [name, setName] = useState(layer.name ?? '');
  const written = layerWords({ ...layer, name: undefined }, sources);
  const choose = (choices: readonly Choice[]) => (key: string) => {
    const found = choices.find((choice) => choice.key === key);
    if (found?.edit) edit(found.edit);
  };
  const pick = (label: string, choices: readonly Choice[]) => (
    <Field label={label}>
      <Select
        size="small"
        aria-label={label}
        value={choices.find((choice) => choice.chosen)?.key}
        onChange={choose(choices)}
        options={choices.map(({ key, words }) => ({ value: key, label: words }))}
      />
    </Field>
  );
  const style = (change: NonNullable<Layer['style']>) => edit((now) => setStyle(now, layer.id, change));
  const rename = () => edit((now) => changeLayer(now, layer.id, { name: name.trim() || undefined }));
  return (
    <Card name={layerWords(layer, sources)}>
      <Field label="Name">
        <Input
          size="small"
          aria-label="Name"
          value={name}
          placeholder={written}
          maxLength={300}
          onChange={(event) => setName(event.target.value)}
          onBlur={rename}
          onPressEnter={rename}
        />
      </Field>
      {'column' in layer.amount && spec.across.as !== 'number' && pick('Summary', summaryChoices(layer, sources))}
      {pick('Shape', shapeChoices(layer, spec, sources))}
      {layer.shape === 'figure' && <FigureFields layer={layer} model={model} spec={spec} style={style} />}
      {layer.shape === 'pie' && <PieFields layer={layer} style={style} />}
      {hasScales(model) && pick('Scale', sideChoices(layer))}
      {spec.split && spec.layers.length > 1 && (
        <Field label="Split">
          <Checkbox
            checked={!layer.whole}
            onChange={(event) => edit((now) => setWhole(now, layer.id, !event.target.checked))}
          >
            One per {column(sources.columns, spec.split.column).name}
          </Checkbox>
        </Field>
      )}
      <LayerColors layer={layer} model={model} sheet={layer.from?.sheet ?? spec.sheet} />
      {hasScales(model) && spec.across.as !== 'number' && <ColorByLine layer={layer} spec={spec} sources={sources} />}
      {(layer.shape === 'line' || layer.shape === 'area') && (
        <>
          <Field label="Line">
            <Select
              size="small"
              aria-label="Line"
              value={layer.style?.dash ?? (layer.fills ? 'dashed' : 'solid')}
              onChange={(dash) => style({ dash })}
              options={[...DASHES]}
            />
            <Select
              size="small"
              aria-label="Between points"
              value={layer.style?.curve ?? 'straight'}
              onChange={(curve) => style({ curve })}
              options={[
                { value: 'straight', label: 'Straight' },
                { value: 'smooth', label: 'Smooth' },
                { value: 'step', label: 'In steps' },
              ]}
            />
          </Field>
          <Field label="Width">
            <LineWidth value={layer.style?.width} placeholder="Ours" onChange={(width) => style({ width })} />
            {layer.shape === 'line' && (
              <Checkbox
                checked={layer.style?.points ?? false}
                onChange={(event) => style({ points: event.target.checked })}
              >
                Points
              </Checkbox>
            )}
          </Field>
        </>
      )}
      {(layer.shape === 'dot' || layer.style?.points) && (
        <Field label="Point size">
          <PointSize value={layer.style?.pointSize} placeholder="Ours" onChange={(pointSize) => style({ pointSize })} />
        </Field>
      )}
      {SHAPE_KINDS[layer.shape].solid && (
        <Field label="See-through">
          <Slider
            ariaLabelForHandle="See-through"
            min={0}
            max={90}
            step={10}
            value={Math.round((layer.style?.clear ?? (layer.shape === 'area' ? 0.7 : 0)) * 100)}
            onChange={(clear) => style({ clear: clear / 100 })}
            tooltip={{ formatter: (value) => `${value} %` }}
          />
        </Field>
      )}
      {hasScales(model) && spec.across.as !== 'number' && <ValuesFields layer={layer} model={model} style={style} />}
      {spec.layers.length > 1 && (
        <Field label="Drawn">
          <Button
            size="small"
            disabled={spec.layers[0].id === layer.id}
            onClick={() => edit((now) => moveLayer(now, layer.id, -1))}
          >
            Further back
          </Button>
          <Button
            size="small"
            disabled={spec.layers[spec.layers.length - 1].id === layer.id}
            onClick={() => edit((now) => moveLayer(now, layer.id, 1))}
          >
            Further in front
          </Button>
        </Field>
      )}
      {layer.style && (
        <p>
          <button
            type="button"
            className="action"
            onClick={() => edit((now) => changeLayer(now, layer.id, { style: undefined }))}
          >
            Back to our look
          </button>
        </p>
      )}
    </Card>
  );
}
