'use client';

import { Checkbox, Select } from 'antd';
import { figureIn, type ChartModel } from '@/core/layout';
import type { ChartSpec, Layer } from '@/core/spec';
import { Field, SelectField } from '../../cards/Card';

type FigureStyle = NonNullable<NonNullable<Layer['style']>['figure']>;
type Style = (change: NonNullable<Layer['style']>) => void;

const AS_NEEDED = -1;

/** What a single figure is compared with, how it is written, and its small line. */
export function FigureFields({
  layer,
  model,
  spec,
  style,
}: {
  layer: Layer;
  model: ChartModel;
  spec: ChartSpec;
  style: Style;
}) {
  const now = layer.style?.figure ?? {};
  const change = (next: FigureStyle) => {
    const all = Object.entries({ ...now, ...next }).filter(([, value]) => value !== undefined);
    style({ figure: all.length > 0 ? (Object.fromEntries(all) as FigureStyle) : undefined });
  };
  const step = spec.across.as === 'time' ? spec.across.step : 'step';
  const shown = now.against ?? figureIn(model)?.against ?? 'none';
  return (
    <>
      <SelectField
        label="Compared"
        name="Compared with"
        value={shown}
        onChange={(against) => change({ against })}
        options={[
          { value: 'previous', label: `With the ${step} before` },
          { value: 'year-before', label: step === 'year' ? 'With the year before' : `With this ${step} a year before` },
          { value: 'none', label: 'With nothing' },
        ]}
      />
      <Decimals value={now.decimals} onChange={(decimals) => change({ decimals })} />
      <Field label="">
        <Checkbox
          checked={now.line !== false}
          onChange={(event) => change({ line: event.target.checked ? undefined : false })}
        >
          A small line of the {step}s before
        </Checkbox>
      </Field>
    </>
  );
}

function Decimals({ value, onChange }: { value: number | undefined; onChange: (value: number | undefined) => void }) {
  return (
    <Field label="Decimals">
      <Select
        size="small"
        aria-label="Decimals"
        value={value ?? AS_NEEDED}
        onChange={(next) => onChange(next === AS_NEEDED ? undefined : next)}
        options={[
          { value: AS_NEEDED, label: 'As people write it' },
          ...[0, 1, 2, 3].map((one) => ({ value: one, label: String(one) })),
        ]}
      />
    </Field>
  );
}

/** What stands beside the slices of a pie, and its hole. */
export function PieFields({ layer, style }: { layer: Layer; style: Style }) {
  const { values, valuesAs = 'both', ring } = layer.style ?? {};
  return (
    <>
      <SelectField
        label="Beside names"
        name="Beside the names of slices"
        value={values === false ? 'none' : valuesAs}
        onChange={(next: 'none' | 'amount' | 'share' | 'both') =>
          style(
            next === 'none'
              ? { values: false, valuesAs: undefined }
              : { values: undefined, valuesAs: next === 'both' ? undefined : next },
          )
        }
        options={[
          { value: 'both', label: 'Amount and share' },
          { value: 'amount', label: 'Amount' },
          { value: 'share', label: 'Share of the whole' },
          { value: 'none', label: 'Nothing' },
        ]}
      />
      <SelectField
        label="Middle"
        name="Middle of the pie"
        value={ring ?? 'none'}
        onChange={(next: 'none' | 'whole' | 'half') => style({ ring: next === 'none' ? undefined : next })}
        options={[
          { value: 'none', label: 'Filled' },
          { value: 'whole', label: 'Open, with the total in it' },
          { value: 'half', label: 'Half a ring' },
        ]}
      />
    </>
  );
}
