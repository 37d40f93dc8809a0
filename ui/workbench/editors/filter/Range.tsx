import { DatePicker, InputNumber } from 'antd';
import dayjs from 'dayjs';
import { isDated, type ColumnProfile } from '@/core/inference';
import { Field } from '../../../cards/Card';
import type { Change, RangeFilter } from './kinds';

/** From one number or day to before another. */
export function Range({ column, draft, onChange }: { column: ColumnProfile; draft?: RangeFilter; onChange: Change }) {
  const set = (change: Partial<RangeFilter>) => onChange({ column: column.key, ...draft, ...change });
  if (isDated(column)) {
    const day = (value: string | number | undefined) =>
      value === undefined ? null : dayjs(String(value).slice(0, 10));
    return (
      <>
        <Field label="From">
          <DatePicker
            size="small"
            aria-label="From"
            value={day(draft?.from)}
            onChange={(value) => set({ from: value ? value.format('YYYY-MM-DD') : undefined })}
          />
        </Field>
        <Field label="Before">
          <DatePicker
            size="small"
            aria-label="Before"
            value={day(draft?.to)}
            onChange={(value) => set({ to: value ? value.format('YYYY-MM-DD') : undefined })}
          />
        </Field>
      </>
    );
  }
  const share = column.unit === '%' ? 100 : 1;
  const shown = (value: string | number | undefined) =>
    typeof value === 'number' ? Number((value * share).toPrecision(12)) : null;
  const kept = (value: number | null) => (value === null ? undefined : value / share);
  return (
    <>
      <Field label="From">
        <InputNumber
          size="small"
          aria-label="From"
          value={shown(draft?.from)}
          onChange={(value) => set({ from: kept(value) })}
        />
      </Field>
      <Field label="Below">
        <InputNumber
          size="small"
          aria-label="Below"
          value={shown(draft?.to)}
          onChange={(value) => set({ to: kept(value) })}
        />
      </Field>
    </>
  );
}
