'use client';

import { Input, Select } from 'antd';
import { useState } from 'react';
import type { ChartModel } from '@/core/layout';
import { changeLayer, layerWords, type ChartSpec, type Sources, type Layer } from '@/core/spec';
import { Card, Field } from '../cards/Card';
import { shapeChoices, sideChoices, summaryChoices, type Choice } from './menus';
import { useWork } from './store';

/** A layer's own settings: what it is called, its summary, shape and scale. */
export function LayerCard({
  layer,
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
    </Card>
  );
}
