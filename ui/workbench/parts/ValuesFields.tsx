import { isLying, type ChartModel } from '@/core/layout';
import type { Layer } from '@/core/spec';
import { SelectField } from '../../cards/Card';
import { VALUES } from './mark-fields';

/** Which values are written on the marks, and how. */
export function ValuesFields({
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
  const below = model.series.some(
    (series) => series.layer === layer.id && series.values.some((value) => value !== null && value < 0),
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
      {values && below && (valuesAs === 'share' || valuesAs === 'both') && (
        <p className="second">
          Amounts below zero are no share of a whole: where there are some, the amount stands alone.
        </p>
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
