'use client';

import { Button, Checkbox, Input, Select, Slider } from 'antd';
import { useState } from 'react';
import { isLying, slicesIn, hasScales, groupWords, type ChartModel } from '@/core/layout';
import {
  changeLayer,
  column,
  layerWords,
  moveLayer,
  setColor,
  setStyle,
  setWhole,
  type ChartSpec,
  type Layer,
  type Sources,
  SHAPE_KINDS,
} from '@/core/spec';
import { Card, Field, SelectField } from '../../cards/Card';
import styles from '../../cards/cards.module.css';
import { ColorField } from '../../cards/ColorField';
import { DASHES, LineWidth, PointSize, VALUES } from './mark-fields';
import { shapeChoices, sideChoices, summaryChoices, type Choice } from '../menus';
import { FigureFields, PieFields } from './FigureFields';
import { useWork } from '../store';

/** One colour for a layer; for each of its groups, or of its slices, where there are several. */
function Colors({ layer, model }: { layer: Layer; model: ChartModel }) {
  const edit = useWork((state) => state.edit);
  const own = model.series.filter((series) => series.layer === layer.id);
  const slices = slicesIn(model);
  const groups =
    slices.length > 0
      ? slices.map(({ at, name, color }) => ({ words: String(model.across.values[at]), name, color }))
      : own.flatMap(({ split, name, color }) =>
          split === undefined ? [] : [{ words: groupWords(split), name, color }],
        );
  if (groups.length > 1)
    return (
      <Field label="Colours">
        <ul className={styles.colors} aria-label="Colours" tabIndex={0}>
          {groups.map(({ words, name, color }) => (
            <li key={words}>
              <ColorField
                label={`Colour of ${name}`}
                value={color}
                bare
                onChange={(chosen) => edit((now) => setColor(now, words, chosen))}
              />
              <span>{name}</span>
            </li>
          ))}
        </ul>
      </Field>
    );
  if (own.length !== 1) return null;
  return (
    <Field label="Colour">
      <ColorField
        label="Colour"
        value={layer.style?.color ?? own[0].color}
        onChange={(color) => edit((now) => setStyle(now, layer.id, { color }))}
      />
    </Field>
  );
}

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
      <Colors layer={layer} model={model} />
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

/** Which values are written on the marks, and how. */
function ValuesFields({
  layer,
  model,
  style,
}: {
  layer: Layer;
  model: ChartModel;
  style: (change: NonNullable<Layer['style']>) => void;
}) {
  const { values, valuesAs, valuesOf, shareOf } = layer.style ?? {};
  const stacked = model.series.some(
    (series) => series.layer === layer.id && series.stack !== undefined && !series.share,
  );
  return (
    <>
      <SelectField
        label="Values"
        name="Values on the marks"
        value={values === true ? 'all' : values || 'none'}
        onChange={(next: 'none' | 'all' | 'ends' | 'extremes') =>
          style({ values: next === 'none' ? undefined : next === 'all' ? true : next })
        }
        options={[...VALUES]}
      />
      {values && (
        <SelectField
          label="Written as"
          name="Values are written as"
          value={valuesAs ?? 'amount'}
          onChange={(next: 'amount' | 'share' | 'both') => style({ valuesAs: next })}
          options={[
            { value: 'amount', label: 'Amount' },
            { value: 'share', label: 'Share' },
            { value: 'both', label: 'Amount and share' },
          ]}
        />
      )}
      {values && stacked && (valuesAs === 'share' || valuesAs === 'both') && (
        <SelectField
          label="Share of"
          name="Shares are of"
          value={shareOf ?? 'place'}
          onChange={(next: 'place' | 'all') => style({ shareOf: next === 'place' ? undefined : next })}
          options={[
            { value: 'place', label: isLying(model) ? 'Its bar' : 'Its column' },
            { value: 'all', label: 'All of them' },
          ]}
        />
      )}
      {values && stacked && (
        <SelectField
          label="Of stacks"
          name="Values of stacks"
          value={valuesOf ?? 'parts'}
          onChange={(next: 'parts' | 'totals' | 'both') => style({ valuesOf: next })}
          options={[
            { value: 'parts', label: 'The parts' },
            { value: 'totals', label: 'The totals' },
            { value: 'both', label: 'Both' },
          ]}
        />
      )}
    </>
  );
}
