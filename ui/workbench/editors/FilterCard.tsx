'use client';

import { useState } from 'react';
import { Button, Checkbox, DatePicker, Input, InputNumber, Radio, Select } from 'antd';
import dayjs from 'dayjs';
import { useQuery } from '@tanstack/react-query';
import { STEPS, WINDOWS, type Step } from '@/core/calendar';
import { isDated, isNumeric, type ColumnProfile } from '@/core/inference';
import {
  setFilter,
  stepsInWords,
  upperFirst,
  WINDOW_WORDS,
  type ChartSpec,
  type Filter,
  type Sources,
} from '@/core/spec';
import { api, type Sheet } from '../../api';
import { Card, Field } from '../../cards/Card';
import styles from '../../cards/cards.module.css';
import { useWork } from '../store';
import own from './editors.module.css';

interface Props {
  sheet: Sheet;
  spec: ChartSpec;
  sources: Sources;
  /** The filter that is changed; without it a new one is added. */
  at?: number;
  onDone: () => void;
}

type Kind = 'keep' | 'range' | 'window' | 'present' | 'top';
const KIND_WORDS: Readonly<Record<Kind, string>> = {
  keep: 'Some values',
  range: 'From, to',
  window: 'A window of time',
  present: 'Filled or empty',
  top: 'The first few',
};

/** Which rows are in the chart, by one column. */
export function FilterCard({ sheet, spec, sources, at, onDone }: Props) {
  const edit = useWork((state) => state.edit);
  const before = at === undefined ? undefined : spec.filters[at];
  const [key, setKey] = useState(before?.column ?? startingColumn(spec, sources));
  const [kind, setKind] = useState<Kind>();
  const [draft, setDraft] = useState<Filter | undefined>(before);
  const column = sources.columns.get(key);
  if (!column) return null;
  const kinds = kindsOf(column);
  const chosen = kind ?? (draft ? kindOf(draft) : kinds[0]);
  const change = (next: Filter) => setDraft(next);
  const ready = draft && draft.column === key && kindOf(draft) === chosen && isWhole(draft);
  const done = () => {
    if (!draft) return;
    edit((now) => setFilter(now, draft, at));
    onDone();
  };
  return (
    <Card name="Only some rows">
      <Field label="Column">
        <Select
          size="small"
          showSearch={{ optionFilterProp: 'label' }}
          aria-label="Column"
          value={key}
          onChange={(next) => {
            setKey(next);
            setKind(undefined);
            setDraft(undefined);
          }}
          options={[...sources.columns.values()].map((one) => ({ value: one.key, label: one.name }))}
        />
      </Field>
      <Field label="Show">
        <Select
          size="small"
          aria-label="Show"
          value={chosen}
          onChange={(next) => setKind(next)}
          options={kinds.map((one) => ({ value: one, label: KIND_WORDS[one] }))}
        />
      </Field>
      {chosen === 'keep' && (
        <Values sheet={sheet} column={column} draft={draft && 'keep' in draft ? draft : undefined} onChange={change} />
      )}
      {chosen === 'range' && (
        <Range column={column} draft={draft && isRange(draft) ? draft : undefined} onChange={change} />
      )}
      {chosen === 'window' && (
        <WindowOf column={column} draft={draft && 'window' in draft ? draft : undefined} onChange={change} />
      )}
      {chosen === 'present' && (
        <Field label="Only">
          <Radio.Group
            size="small"
            aria-label="Only"
            value={draft && 'present' in draft ? draft.present : undefined}
            onChange={(event) => change({ column: key, present: event.target.value as boolean })}
            options={[
              { value: true, label: 'filled' },
              { value: false, label: 'empty' },
            ]}
          />
        </Field>
      )}
      {chosen === 'top' && (
        <Top
          column={column}
          spec={spec}
          sources={sources}
          draft={draft && 'top' in draft ? draft : undefined}
          onChange={change}
        />
      )}
      <div className={styles.buttons}>
        <Button onClick={onDone}>Cancel</Button>
        <Button type="primary" disabled={!ready} onClick={done}>
          Show only these
        </Button>
      </div>
    </Card>
  );
}

type Change = (filter: Filter) => void;
type KeepFilter = Extract<Filter, { keep: unknown[] }>;
type RangeFilter = Extract<Filter, { from?: unknown; to?: unknown }>;
type WindowFilter = Extract<Filter, { window: unknown }>;
type TopFilter = Extract<Filter, { top: number }>;

function startingColumn(spec: ChartSpec, { columns }: Sources): string {
  const groups = [...columns.values()].filter(({ role }) => role === 'group');
  return groups.find(({ key }) => key !== spec.across.column && key !== spec.split?.column)?.key ?? spec.across.column;
}

function kindsOf(column: ColumnProfile): Kind[] {
  if (isDated(column)) return ['window', 'range', 'keep', 'present'];
  if (isNumeric(column) && column.role !== 'group')
    return column.meaning === 'year' ? ['keep', 'window', 'range', 'present'] : ['range', 'keep', 'present', 'top'];
  return ['keep', 'top', 'present'];
}

const isRange = (filter: Filter): filter is RangeFilter => 'from' in filter || 'to' in filter;

function kindOf(filter: Filter): Kind {
  if ('keep' in filter) return 'keep';
  if ('window' in filter) return 'window';
  if ('present' in filter) return 'present';
  return 'top' in filter ? 'top' : 'range';
}

function isWhole(filter: Filter): boolean {
  if ('keep' in filter) return filter.keep.length > 0;
  return !isRange(filter) || filter.from !== undefined || filter.to !== undefined;
}

function Values({
  sheet,
  column,
  draft,
  onChange,
}: {
  sheet: Sheet;
  column: ColumnProfile;
  draft?: KeepFilter;
  onChange: Change;
}) {
  const [search, setSearch] = useState('');
  const found = useQuery({
    queryKey: ['values', sheet.id, column.key, search],
    queryFn: () => api.values(sheet.id, column.key, search),
  });
  const keep = draft?.keep ?? [];
  const not = draft?.not ?? false;
  const set = (next: KeepFilter['keep'], leaveOut = not) =>
    onChange({ column: column.key, keep: next, ...(leaveOut ? { not: true } : {}) });
  const listed = found.data?.values ?? [];
  return (
    <>
      <Radio.Group
        size="small"
        aria-label="Keep or leave out"
        value={not}
        onChange={(event) => set(keep, event.target.value as boolean)}
        options={[
          { value: false, label: 'Keep these' },
          { value: true, label: 'Leave these out' },
        ]}
      />
      <Input
        size="small"
        className={own.search}
        aria-label="Find a value"
        placeholder="Find a value"
        value={search}
        allowClear
        onChange={(event) => setSearch(event.target.value)}
      />
      <ul className={own.values} aria-label="Values">
        {listed.map(({ value, text, rows }) => (
          <li key={text}>
            <Checkbox
              checked={keep.includes(value)}
              onChange={(event) => set(event.target.checked ? [...keep, value] : keep.filter((one) => one !== value))}
            >
              {text}
            </Checkbox>
            <span className="second">{rows.toLocaleString('en-GB')}</span>
          </li>
        ))}
        {found.data && listed.length === 0 && <li className="second">No value holds this text.</li>}
        {found.data && found.data.total > listed.length && (
          <li className="second">
            and {(found.data.total - listed.length).toLocaleString('en-GB')} more: find them by name
          </li>
        )}
      </ul>
    </>
  );
}

function Range({ column, draft, onChange }: { column: ColumnProfile; draft?: RangeFilter; onChange: Change }) {
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

const LASTS: readonly { last: number; step: Step }[] = [
  { last: 7, step: 'day' },
  { last: 30, step: 'day' },
  { last: 13, step: 'week' },
  { last: 3, step: 'month' },
  { last: 12, step: 'month' },
  { last: 24, step: 'month' },
  { last: 3, step: 'year' },
];

function WindowOf({ column, draft, onChange }: { column: ColumnProfile; draft?: WindowFilter; onChange: Change }) {
  const now = draft?.window;
  const own = typeof now === 'object' && !LASTS.some(({ last, step }) => last === now.last && step === now.step);
  const value = now === undefined ? undefined : typeof now === 'string' ? now : own ? 'own' : `${now.last} ${now.step}`;
  const last = typeof now === 'object' ? now : { last: 12, step: 'month' as const };
  const set = (window: WindowFilter['window']) => onChange({ column: column.key, window });
  return (
    <>
      <Field label="Window">
        <Select
          size="small"
          aria-label="Window"
          value={value}
          placeholder="Choose one"
          onChange={(key: string) => {
            const fixed = WINDOWS.find((window) => window === key);
            const listed = LASTS.find(({ last: count, step }) => `${count} ${step}` === key);
            set(fixed ?? listed ?? { last: 6, step: last.step });
          }}
          options={[
            ...LASTS.map(({ last: count, step }) => ({
              value: `${count} ${step}`,
              label: `The last ${stepsInWords(count, step)}`,
            })),
            { value: 'own', label: 'The last …' },
            ...WINDOWS.map((window) => ({ value: window as string, label: upperFirst(WINDOW_WORDS[window]) })),
          ]}
        />
      </Field>
      {own && (
        <Field label="The last">
          <InputNumber
            size="small"
            aria-label="How many"
            min={1}
            value={last.last}
            onChange={(count) => count && set({ ...last, last: count })}
          />
          <Select
            size="small"
            aria-label="Steps"
            value={last.step}
            onChange={(step) => set({ ...last, step })}
            options={STEPS.map((step) => ({ value: step, label: `${step}s` }))}
          />
        </Field>
      )}
      <p className="second">Counted back from the newest {column.name} in the sheet, so that it moves with the data.</p>
    </>
  );
}

function Top({
  column,
  spec,
  sources,
  draft,
  onChange,
}: {
  column: ColumnProfile;
  spec: ChartSpec;
  sources: Sources;
  draft?: TopFilter;
  onChange: Change;
}) {
  const amounts = [...sources.columns.values()].filter(({ role }) => role === 'amount');
  const [first] = spec.layers;
  const start: TopFilter = {
    column: column.key,
    top: 5,
    by: first.from ? { amount: { rows: true }, summary: 'count' } : { amount: first.amount, summary: first.summary },
  };
  const now = draft ?? start;
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
      {!draft && (
        <button type="button" className="action" onClick={() => onChange(start)}>
          Take these
        </button>
      )}
    </>
  );
}
