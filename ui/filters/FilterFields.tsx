'use client';

import { useState } from 'react';
import { Button, Radio, Select } from 'antd';
import { isDated, isNumeric, type ColumnProfile } from '@/core/inference';
import type { Columns, Filter } from '@/core/spec';
import type { Sheet } from '../api';
import { Field } from '../cards/Card';
import styles from '../cards/cards.module.css';
import { isDay, Range } from './Range';
import { Top } from './Top';
import { Values } from './Values';
import { WindowOf } from './WindowOf';
import type { Change, RangeFilter, TopFilter } from './kinds';

interface Props {
  sheet: Pick<Sheet, 'id'>;
  columns: Columns;
  /** The filter that is changed; without it a new one begins at the column `start`. */
  before?: Filter;
  start: string;
  /** The first few by what, where nothing else is said. */
  topOf: (column: ColumnProfile) => TopFilter;
  onTake: (filter: Filter) => void;
  onCancel: () => void;
}

type Kind = 'keep' | 'range' | 'window' | 'present' | 'top';
const KIND_WORDS: Readonly<Record<Kind, string>> = {
  keep: 'Some values',
  range: 'From one to another',
  window: 'A window of time',
  present: 'Filled or empty',
  top: 'The first few',
};

/** Which rows are taken, by one column. */
export function FilterFields({ sheet, columns, before, start, topOf, onTake, onCancel }: Props) {
  const [key, setKey] = useState(before?.column ?? start);
  const [kind, setKind] = useState<Kind>();
  const [draft, setDraft] = useState<Filter | undefined>(before);
  const column = columns.get(key);
  if (!column) return null;
  const kinds = kindsOf(column);
  const chosen = kind ?? (draft ? kindOf(draft) : kinds[0]);
  const change: Change = (next) => setDraft(next);
  const own = draft && draft.column === key && kindOf(draft) === chosen ? draft : undefined;
  const filter = own ?? (chosen === 'top' ? topOf(column) : undefined);
  const ready = filter && isWhole(filter, column);
  return (
    <>
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
          options={[...columns.values()].map((one) => ({ value: one.key, label: one.name }))}
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
        <Top columns={columns} now={draft && 'top' in draft ? draft : topOf(column)} onChange={change} />
      )}
      <div className={styles.buttons}>
        <Button onClick={onCancel}>Cancel</Button>
        <Button type="primary" disabled={!ready} onClick={() => filter && onTake(filter)}>
          Show only these
        </Button>
      </div>
    </>
  );
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
