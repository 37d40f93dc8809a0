'use client';

import { useState } from 'react';
import { Button, Radio, Select } from 'antd';
import { isDated, isNumeric, type ColumnProfile } from '@/core/inference';
import { setFilter, type ChartSpec, type Filter, type Sources } from '@/core/spec';
import type { Sheet } from '../../api';
import { Card, Field } from '../../cards/Card';
import styles from '../../cards/cards.module.css';
import { useWork } from '../store';
import { isDay, Range } from './filter/Range';
import { startingTop, Top } from './filter/Top';
import { Values } from './filter/Values';
import { WindowOf } from './filter/WindowOf';
import type { RangeFilter } from './filter/kinds';

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
  range: 'From one to another',
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
  const own = draft && draft.column === key && kindOf(draft) === chosen ? draft : undefined;
  const filter = own ?? (chosen === 'top' ? startingTop(column, spec) : undefined);
  const ready = filter && isWhole(filter, column);
  const done = () => {
    if (!filter) return;
    edit((now) => setFilter(now, filter, at));
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

/** The When that runs across, else a Group that the chart does not show yet. */
function startingColumn(spec: ChartSpec, { columns }: Sources): string {
  const across = columns.get(spec.across.column);
  if (across?.role === 'when') return across.key;
  const groups = [...columns.values()].filter(({ role }) => role === 'group');
  return groups.find(({ key }) => key !== spec.across.column && key !== spec.split?.column)?.key ?? spec.across.column;
}

function kindsOf(column: ColumnProfile): Kind[] {
  if (isDated(column)) return ['range', 'window', 'keep', 'present'];
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

function isWhole(filter: Filter, column: ColumnProfile): boolean {
  if ('keep' in filter) return filter.keep.length > 0;
  if (!isRange(filter)) return true;
  const { from, to } = filter;
  // What is written and is no day must be put right first.
  if (isDated(column) && [from, to].some((end) => end !== undefined && !isDay(end))) return false;
  return (from !== undefined || to !== undefined) && !(from !== undefined && to !== undefined && from >= to);
}
