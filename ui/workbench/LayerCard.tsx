'use client';

import { Checkbox, ColorPicker, Input, Select } from 'antd';
import { useState } from 'react';
import { PALETTE, type ChartModel } from '@/core/layout';
import { changeLayer, layerWords, type ChartSpec, type Sources, type Layer } from '@/core/spec';
import { Card, Field } from '../cards/Card';
import { shapeChoices, sideChoices, summaryChoices, type Choice } from './menus';
import { useWork } from './store';

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
  const style = (change: NonNullable<Layer['style']>) =>
    edit((now) => changeLayer(now, layer.id, { style: { ...layer.style, ...change } }));
  const several = model.series.filter((series) => series.layer === layer.id).length > 1;
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
      {pick('Shape', shapeChoices(layer, spec))}
      {pick('Scale', sideChoices(layer))}
      {!several && (
        <Field label="Colour">
          <ColorPicker
            size="small"
            disabledAlpha
            showText
            value={layer.style?.color ?? model.series.find((series) => series.layer === layer.id)?.color}
            onChangeComplete={(color) => style({ color: color.toHexString().slice(0, 7) })}
            presets={[{ label: 'Ours', colors: [...PALETTE] }]}
          />
        </Field>
      )}
      {(layer.shape === 'line' || layer.shape === 'area') && (
        <>
          <Field label="Line">
            <Select
              size="small"
              aria-label="Line"
              value={layer.style?.dash ?? (layer.fills ? 'dashed' : 'solid')}
              onChange={(dash) => style({ dash })}
              options={[
                { value: 'solid', label: 'Solid' },
                { value: 'dashed', label: 'Dashed' },
                { value: 'dotted', label: 'Dotted' },
              ]}
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
          {layer.shape === 'line' && (
            <Checkbox
              checked={layer.style?.points ?? false}
              onChange={(event) => style({ points: event.target.checked })}
            >
              Points on the line
            </Checkbox>
          )}
        </>
      )}
      {!model.slices && spec.across.as !== 'number' && (
        <Checkbox checked={layer.style?.values ?? false} onChange={(event) => style({ values: event.target.checked })}>
          Values on the marks
        </Checkbox>
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
