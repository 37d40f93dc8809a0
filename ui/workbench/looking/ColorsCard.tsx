'use client';

import { useState } from 'react';
import { Button, Radio } from 'antd';
import { SUMMARY_KINDS } from '@/core/inference';
import { PALETTE } from '@/core/layout';
import { colorAlong, SEQUENTIAL, type SequentialName } from '@/core/looking';
import {
  amountName,
  columnsOf,
  COMPARISONS,
  layerUnit,
  layerWords,
  setStyle,
  type ChartSpec,
  type ColorBy,
  type ColorWhen,
  type Comparison,
  type Layer,
  type Sources,
} from '@/core/spec';
import { Card, Field, SelectField } from '../../cards/Card';
import { ColorField } from '../../cards/ColorField';
import cards from '../../cards/cards.module.css';
import { TypedNumber } from '../../cards/TypedNumber';
import { useWork } from '../store';
import styles from './looking.module.css';

const WORDS: Readonly<Record<Comparison, string>> = {
  above: 'Above',
  below: 'Below',
  'at-least': 'At least',
  'at-most': 'At most',
};
const PALETTES: Readonly<Record<SequentialName, string>> = {
  leaf: 'Leaf',
  clay: 'Clay',
  river: 'River',
  dusk: 'Dusk',
  grey: 'Grey',
};
/** What stands out against the rest. */
const [, WARM] = PALETTE;
const VALUE = '(value)';

/** Colour where a condition holds, or by another amount. */
export function ColorsCard({ spec, sources, layer: id }: { spec: ChartSpec; sources: Sources; layer: string }) {
  const edit = useWork((state) => state.edit);
  const [chosen, setChosen] = useState(id);
  const layer = spec.layers.find((one) => one.id === chosen) ?? spec.layers[0];
  const colorBy = layer.style?.colorBy;
  const set = (next: ColorBy | undefined) => edit((now) => setStyle(now, layer.id, { colorBy: next }));
  const amounts = [...columnsOf(layer, sources).values()].filter(({ role }) => role === 'amount');
  const mode = !colorBy ? 'one' : 'when' in colorBy ? 'when' : 'amount';
  return (
    <Card name="Colours">
      {spec.layers.length > 1 && (
        <SelectField
          label="Of"
          value={layer.id}
          onChange={setChosen}
          options={spec.layers.map((one) => ({ value: one.id, label: layerWords(one, sources) }))}
        />
      )}
      <Field label="Go by">
        <Radio.Group
          aria-label="Colours go by"
          size="small"
          value={mode}
          onChange={(event) => {
            const next = event.target.value as 'one' | 'when' | 'amount';
            if (next === 'one') set(undefined);
            else if (next === 'when') set({ when: [firstCondition(layer, spec)] });
            else
              set({
                amount: amounts[0] ? { column: amounts[0].key } : { rows: true },
                summary: amounts[0]?.summary ?? 'count',
              });
          }}
          options={[
            { value: 'one', label: 'Nothing' },
            { value: 'when', label: 'A condition' },
            { value: 'amount', label: 'An amount' },
          ]}
        />
      </Field>
      {colorBy && 'when' in colorBy && (
        <Conditions colorBy={colorBy} layer={layer} spec={spec} sources={sources} set={set} />
      )}
      {colorBy && 'amount' in colorBy && (
        <>
          <SelectField
            label="Amount"
            search
            value={'column' in colorBy.amount ? colorBy.amount.column : VALUE}
            onChange={(key: string) => {
              const found = amounts.find((one) => one.key === key);
              set(
                found
                  ? { ...colorBy, amount: { column: key }, summary: found.summary }
                  : { ...colorBy, amount: { rows: true }, summary: 'count' },
              );
            }}
            options={[
              ...amounts.map(({ key, name, summary }) => ({
                value: key,
                label: `${SUMMARY_KINDS[summary].words} of ${name}`,
              })),
              { value: VALUE, label: 'how many rows' },
            ]}
          />
          <SelectField
            label="Palette"
            value={(colorBy.palette as SequentialName | undefined) ?? 'leaf'}
            onChange={(palette: SequentialName) => set({ ...colorBy, palette })}
            options={(Object.keys(SEQUENTIAL) as SequentialName[]).map((name) => ({
              value: name,
              label: PALETTES[name],
            }))}
          />
          <div
            className={styles.ramp}
            aria-hidden
            style={{
              background: `linear-gradient(90deg, ${[0, 0.25, 0.5, 0.75, 1]
                .map((at) =>
                  colorAlong(
                    SEQUENTIAL[(colorBy.palette as SequentialName | undefined) ?? 'leaf'] ?? SEQUENTIAL.leaf,
                    at,
                  ),
                )
                .join(', ')})`,
            }}
          />
          <p className={cards.hint}>From the lowest to the highest; the legend says from what to what.</p>
        </>
      )}
    </Card>
  );
}

/** Below its target where there is one beside it, else below a value to be written. */
function firstCondition(layer: Layer, spec: ChartSpec): ColorWhen {
  const other =
    spec.layers.find((one) => one.shape === 'target' && one.id !== layer.id) ??
    spec.layers.find((one) => one.id !== layer.id);
  return { is: 'below', than: other ? { layer: other.id } : 0, color: WARM };
}

function Conditions({
  colorBy,
  layer,
  spec,
  sources,
  set,
}: {
  colorBy: Extract<ColorBy, { when: unknown }>;
  layer: Layer;
  spec: ChartSpec;
  sources: Sources;
  set: (next: ColorBy) => void;
}) {
  const { when } = colorBy;
  const change = (at: number, next: Partial<ColorWhen>) =>
    set({ ...colorBy, when: when.map((one, i) => (i === at ? { ...one, ...next } : one)) });
  const others = spec.layers.filter(({ id }) => id !== layer.id);
  return (
    <>
      {when.map((one, at) => (
        <div key={at} className={styles.condition}>
          <SelectField
            label="Where it is"
            name={`Condition ${at + 1}`}
            value={one.is}
            onChange={(is: Comparison) => change(at, { is })}
            options={COMPARISONS.map((is) => ({ value: is, label: WORDS[is] }))}
          />
          {others.length > 0 && (
            <SelectField
              label="than"
              name={`Than ${at + 1}`}
              value={typeof one.than === 'object' ? one.than.layer : VALUE}
              onChange={(than: string) => change(at, { than: than === VALUE ? 0 : { layer: than } })}
              options={[
                ...others.map((other) => ({ value: other.id, label: amountName(other, sources) })),
                { value: VALUE, label: 'a value' },
              ]}
            />
          )}
          {typeof one.than === 'number' && (
            <Field label="Value">
              <TypedNumber
                label={`Value ${at + 1}`}
                value={one.than}
                unit={layerUnit(layer, sources)}
                onChange={(than) => change(at, { than: than ?? 0 })}
              />
            </Field>
          )}
          <Field label="it is">
            <ColorField bare label={`Colour ${at + 1}`} value={one.color} onChange={(color) => change(at, { color })} />
            {when.length > 1 && (
              <button
                type="button"
                className="action"
                onClick={() => set({ ...colorBy, when: when.filter((_, i) => i !== at) })}
              >
                Take it away
              </button>
            )}
          </Field>
        </div>
      ))}
      <Button
        size="small"
        onClick={() =>
          set({ ...colorBy, when: [...when, { is: 'above', than: 0, color: PALETTE[when.length + 1] ?? WARM }] })
        }
      >
        + Another condition
      </Button>
      <p className={cards.hint}>The first that holds wins; where none does the colour is as usual.</p>
    </>
  );
}
