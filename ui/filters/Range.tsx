import { InputNumber } from 'antd';
import { DAY, fromIso, isoDate } from '@/core/calendar';
import { isDated, type ColumnProfile } from '@/core/inference';
import { lastDay } from '@/core/spec';
import { Field } from '../cards/Card';
import styles from '../cards/cards.module.css';
import { DayField } from './DayField';
import type { Change, RangeFilter } from './kinds';

interface Props {
  column: ColumnProfile;
  draft?: RangeFilter;
  onChange: Change;
}

/** From one day to another, both included; or from one number to below another. */
export function Range(props: Props) {
  return isDated(props.column) ? <Days {...props} /> : <Numbers {...props} />;
}

function Days({ column, draft, onChange }: Props) {
  const set = (change: Partial<RangeFilter>) => onChange({ column: column.key, ...draft, ...change });
  const day = (value: unknown) => (isDay(value) ? value.slice(0, 10) : undefined);
  const from = day(draft?.from);
  // People name the last day that they mean; the range ends before the day after it.
  const to = draft?.to === undefined ? undefined : (lastDay(draft.to, column) ?? day(draft.to));
  const order = column.format.dateOrder;
  return (
    <>
      <Field label="From">
        <DayField
          label="From, this day included"
          value={from}
          order={order}
          onChange={(value) => set({ from: value })}
        />
      </Field>
      <Field label="To">
        <DayField
          label="To, this day included"
          value={to}
          order={order}
          onChange={(value) => set({ to: isDay(value) ? isoDate(fromIso(value) + DAY) : value })}
        />
      </Field>
      <p className={styles.hint}>
        {from !== undefined && to !== undefined && from > to
          ? 'The first day lies after the last: no row is between them.'
          : 'Both days count. Leave one empty for an open end.'}
      </p>
    </>
  );
}

/** A day, with or without a time, in ISO 8601. */
export const isDay = (value: unknown): value is string => /^\d{4}-\d\d-\d\d(T|$)/.test(String(value ?? ''));

function Numbers({ column, draft, onChange }: Props) {
  const set = (change: Partial<RangeFilter>) => onChange({ column: column.key, ...draft, ...change });
  const share = column.unit === '%' ? 100 : 1;
  const number = (value: string | number | undefined) =>
    typeof value === 'number' ? Number((value * share).toPrecision(12)) : null;
  const ends = [
    ['from', 'From', 'From, itself included'],
    ['to', 'Below', 'Below, itself not included'],
  ] as const;
  return (
    <>
      {ends.map(([end, words, name]) => (
        <Field key={end} label={words}>
          <InputNumber
            size="small"
            aria-label={name}
            value={number(draft?.[end])}
            onChange={(value) => set({ [end]: value === null ? undefined : value / share })}
          />
        </Field>
      ))}
      <p className={styles.hint}>“From” counts itself, “Below” does not.</p>
    </>
  );
}
