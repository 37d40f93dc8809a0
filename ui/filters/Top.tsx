import { InputNumber, Select } from 'antd';
import type { ColumnProfile } from '@/core/inference';
import type { ChartSpec, Columns } from '@/core/spec';
import { Field } from '../cards/Card';
import type { Change, TopFilter } from './kinds';

/** The five largest by the chart's first amount. */
export function startingTop({ key }: ColumnProfile, { layers: [first] }: ChartSpec): TopFilter {
  return {
    column: key,
    top: 5,
    by: first.from ? { amount: { rows: true }, summary: 'count' } : { amount: first.amount, summary: first.summary },
  };
}

/** The largest or smallest few values of a column, by an amount. */
export function Top({ columns, now, onChange }: { columns: Columns; now: TopFilter; onChange: Change }) {
  const amounts = [...columns.values()].filter(({ role }) => role === 'amount');
  const by = 'column' in now.by.amount ? now.by.amount.column : 'rows';
  return (
    <>
      <Field label="The first">
        <InputNumber
          size="small"
          aria-label="How many"
          min={1}
          value={now.top}
          onChange={(top) => top && onChange({ ...now, top })}
        />
        <Select
          size="small"
          aria-label="Largest or smallest"
          value={now.ascending ?? false}
          onChange={(ascending) => onChange({ ...now, ascending: ascending || undefined })}
          options={[
            { value: false, label: 'largest' },
            { value: true, label: 'smallest' },
          ]}
        />
      </Field>
      <Field label="By">
        <Select
          size="small"
          aria-label="By"
          value={'formula' in now.by.amount ? 'formula' : by}
          onChange={(key) => {
            const amount = amounts.find((one) => one.key === key);
            onChange({
              ...now,
              by: amount
                ? { amount: { column: amount.key }, summary: amount.summary }
                : { amount: { rows: true }, summary: 'count' },
            });
          }}
          options={[
            ...amounts.map((one) => ({ value: one.key, label: one.name })),
            { value: 'rows', label: 'Count of rows' },
            ...('formula' in now.by.amount ? [{ value: 'formula', label: 'The formula of the chart' }] : []),
          ]}
        />
      </Field>
    </>
  );
}
