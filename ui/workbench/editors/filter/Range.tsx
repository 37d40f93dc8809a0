import { DatePicker, InputNumber } from 'antd';
import dayjs from 'dayjs';
import { isDated, type ColumnProfile } from '@/core/inference';
import { Field } from '../../../cards/Card';
import type { Change, RangeFilter } from './kinds';

/** From one number or day to before another. */
export function Range({ column, draft, onChange }: { column: ColumnProfile; draft?: RangeFilter; onChange: Change }) {
  const set = (change: Partial<RangeFilter>) => onChange({ column: column.key, ...draft, ...change });
  const share = column.unit === '%' ? 100 : 1;
  const number = (value: string | number | undefined) =>
    typeof value === 'number' ? Number((value * share).toPrecision(12)) : null;
  const day = (value: string | number | undefined) => (value === undefined ? null : dayjs(String(value).slice(0, 10)));
  const dated = isDated(column);
  const ends = [
    ['from', 'From'],
    ['to', dated ? 'Before' : 'Below'],
  ] as const;
  return ends.map(([end, words]) => (
    <Field key={end} label={words}>
      {dated ? (
        <DatePicker
          size="small"
          aria-label={words}
          value={day(draft?.[end])}
          onChange={(value) => set({ [end]: value ? value.format('YYYY-MM-DD') : undefined })}
        />
      ) : (
        <InputNumber
          size="small"
          aria-label={words}
          value={number(draft?.[end])}
          onChange={(value) => set({ [end]: value === null ? undefined : value / share })}
        />
      )}
    </Field>
  ));
}
