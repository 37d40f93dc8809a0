'use client';

import { InputNumber, Select } from 'antd';
import { skipToken, useQuery } from '@tanstack/react-query';
import { WINDOWS } from '@/core/calendar';
import type { Delivery } from '@/core/deliveries';
import { SUMMARIES, type Summary } from '@/core/inference';
import { meets, upperFirst, WINDOW_WORDS, type Condition, type Filter } from '@/core/spec';
import { api, type NamedSheet } from '../api';
import { Field } from '../cards/Card';
import { sheetNames } from '../desk/names';

const IS: readonly { value: Condition['is']; label: string }[] = [
  { value: 'above', label: 'above' },
  { value: 'below', label: 'below' },
  { value: 'at-least', label: 'at least' },
  { value: 'at-most', label: 'at most' },
];
const SUMMARY_WORDS: Readonly<Record<Summary, string>> = {
  sum: 'Total',
  mean: 'Average',
  median: 'Median',
  min: 'Smallest',
  max: 'Largest',
  first: 'First',
  last: 'Last',
  count: 'Count',
  distinct: 'Count of different',
};
/** The zone of this browser's clock; that of the server where it has none that is known. */
const ownZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;

/** All rows, whatever their dates. */
const ALWAYS = 'all';

const useNamedSheets = () => useQuery({ queryKey: ['sheets', 'named'], queryFn: api.sheetsNamed });

/** A condition to begin with: the first amount of a sheet of the chart or board that it is for, this week. */
export function useConditionStart(of: Delivery['what'] | undefined): Condition | undefined {
  const own = useSheetsOf(of);
  const ready = (useNamedSheets().data ?? []).filter(({ status }) => status === 'ready');
  const sheet = ready.find(({ id }) => own.includes(id)) ?? ready[0];
  return sheet && startOf(sheet);
}

/** The sheets that a chart, or the charts of a board, are made of. */
function useSheetsOf(of: Delivery['what'] | undefined): string[] {
  const charts = useQuery({ queryKey: ['charts'], queryFn: api.charts });
  const onBoard = of && 'board' in of ? of.board : undefined;
  const board = useQuery({
    queryKey: ['board', onBoard],
    queryFn: onBoard === undefined ? skipToken : () => api.board(onBoard),
  });
  const shown =
    of && 'chart' in of
      ? [of.chart]
      : (board.data?.tiles ?? []).flatMap(({ show }) => ('chart' in show ? [show.chart] : []));
  return shown.flatMap((id) => charts.data?.find((chart) => chart.id === id)?.sheet ?? []);
}

function startOf(sheet: NamedSheet): Condition {
  const amount = sheet.columns.find(({ role }) => role === 'amount');
  return {
    sheet: sheet.id,
    ...(amount
      ? { amount: { column: amount.key }, summary: 'sum' as const }
      : { amount: { rows: true as const }, summary: 'count' as const }),
    ...withWindow(sheet, 'this-week'),
    is: 'below',
    than: 0,
  };
}

function withWindow({ columns }: NamedSheet, window: string): { filters?: Filter[] } {
  const when = columns.find(({ role, type }) => role === 'when' && type !== 'text');
  const known = WINDOWS.find((one) => one === window);
  return when && known ? { filters: [{ column: when.key, window: known }] } : {};
}

/** A figure of a sheet, and what it must be above or below. */
export function ConditionFields({
  condition,
  zone = ownZone(),
  onChange,
}: {
  condition: Condition;
  /** Whose clock says which month this month is. */
  zone?: string;
  onChange: (condition: Condition) => void;
}) {
  const sheets = (useNamedSheets().data ?? []).filter(({ status }) => status === 'ready');
  const sheet = sheets.find(({ id }) => id === condition.sheet);
  const { amount, summary, is, than, filters = [] } = condition;
  const amounts = (sheet?.columns ?? []).filter(
    ({ role, key }) => role === 'amount' || ('column' in amount && amount.column === key),
  );
  const [window] = filters.flatMap((filter) =>
    'window' in filter && typeof filter.window === 'string' ? [filter.window] : [],
  );
  const unit = 'column' in amount ? amounts.find(({ key }) => key === amount.column)?.unit : undefined;
  return (
    <div style={{ display: 'flex', flexDirection: 'column', gap: 8 }}>
      <Field label="Sheet">
        <Select
          aria-label="Sheet"
          showSearch={{ optionFilterProp: 'label' }}
          value={condition.sheet}
          onChange={(id: string) => {
            const next = sheets.find((one) => one.id === id);
            if (next) onChange({ ...startOf(next), is, than });
          }}
          options={[...sheetNames(sheets)].map(([{ id }, label]) => ({ value: id, label }))}
        />
      </Field>
      <Field label="Figure">
        <Select
          aria-label="Summary"
          value={summary}
          disabled={'rows' in amount}
          onChange={(next: Summary) => onChange({ ...condition, summary: next })}
          options={SUMMARIES.map((value) => ({ value, label: SUMMARY_WORDS[value] }))}
        />
        <Select
          aria-label="Amount"
          value={'column' in amount ? amount.column : 'rows' in amount ? 'rows' : 'formula'}
          onChange={(key: string) =>
            onChange({
              ...condition,
              ...(key === 'rows'
                ? { amount: { rows: true }, summary: 'count' }
                : { amount: { column: key }, summary: 'rows' in amount ? 'sum' : summary }),
            })
          }
          options={[
            ...amounts.map(({ key, name }) => ({ value: key, label: name })),
            { value: 'rows', label: 'Rows' },
            ...('formula' in amount ? [{ value: 'formula', label: 'A formula' }] : []),
          ]}
        />
      </Field>
      <Field label="Of">
        <Select
          aria-label="Stretch of time"
          value={window ?? ALWAYS}
          onChange={(next: string) => {
            const rest = filters.filter((filter) => !('window' in filter));
            const timed = sheet ? (withWindow(sheet, next).filters ?? []) : [];
            const all = [...rest, ...timed];
            const { filters: before, ...plain } = condition;
            void before;
            onChange(all.length > 0 ? { ...plain, filters: all } : plain);
          }}
          options={[
            { value: ALWAYS, label: 'All rows' },
            ...WINDOWS.map((value) => ({ value: value as string, label: upperFirst(WINDOW_WORDS[value]) })),
          ]}
        />
      </Field>
      <Field label="Is">
        <Select
          aria-label="Above or below"
          value={is}
          onChange={(next: Condition['is']) => onChange({ ...condition, is: next })}
          options={[...IS]}
        />
        <InputNumber
          aria-label="Than"
          value={unit === '%' ? than * 100 : than}
          suffix={unit && unit.length <= 3 ? unit : undefined}
          onChange={(next) => next !== null && onChange({ ...condition, than: unit === '%' ? next / 100 : next })}
        />
      </Field>
      <p className="second">
        {window === undefined
          ? 'All rows of the sheet are looked at.'
          : 'The clock says which week, month or year it is.'}{' '}
        <Now condition={condition} zone={zone} />
      </p>
    </div>
  );
}

/** What the figure is now, and what follows: who sets a bound knows then where it lies. */
function Now({ condition, zone }: { condition: Condition; zone: string }) {
  // The bound is compared here: who types it asks nothing of the server.
  const { sheet, amount, summary, filters } = condition;
  const now = useQuery({
    queryKey: ['condition', { sheet, amount, summary, filters }, zone],
    queryFn: ({ signal }) => api.condition(condition, zone, signal),
  });
  if (now.error) return <span role="alert">{now.error.message}</span>;
  if (!now.data) return null;
  return (
    <span role="status">
      Now it is {now.data.words}, so this {meets(now.data.figure, condition) ? 'holds' : 'does not hold'}.
    </span>
  );
}
