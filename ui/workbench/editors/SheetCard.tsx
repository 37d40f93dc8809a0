'use client';

import { useState } from 'react';
import { Button, Checkbox, Select } from 'antd';
import { useQuery } from '@tanstack/react-query';
import type { ColumnProfile } from '@/core/inference';
import { addLayer, column, hasSteps, type ChartSpec, type Layer, type Sources } from '@/core/spec';
import { api, type Sheet } from '../../api';
import { Card, Field } from '../../cards/Card';
import styles from '../../cards/cards.module.css';
import { useWork } from '../store';

interface Props {
  spec: ChartSpec;
  sources: Sources;
  onDone: () => void;
}

/** An amount out of another sheet, laid on the same calendar or the same groups: a plan, a target, a second shop. */
export function SheetCard({ spec, sources, onDone }: Props) {
  const edit = useWork((state) => state.edit);
  const list = useQuery({ queryKey: ['sheets'], queryFn: api.sheets });
  const [id, setId] = useState<string>();
  const [amount, setAmount] = useState<string>();
  const [across, setAcross] = useState<string>();
  const [split, setSplit] = useState(true);
  const [use, setUse] = useState<'beside' | 'plan' | 'target'>();
  const sheets = (list.data ?? []).filter((sheet) => sheet.status === 'ready' && sheet.id !== spec.sheet);
  const sheet = sheets.find((one) => one.id === id);
  const own = column(sources.columns, spec.across.column);
  const fits = sheet?.columns.filter((one) => canRunAcross(one, spec)) ?? [];
  const acrossKey = across ?? bestMatch(fits, own)?.key;
  const amounts = sheet?.columns.filter(({ role, key }) => role === 'amount' && key !== acrossKey) ?? [];
  const amountKey = amount ?? amounts[0]?.key;
  const splitName = spec.split && column(sources.columns, spec.split.column).name;
  const splitColumn = sheet?.columns.find(
    (one) => splitName !== undefined && one.name.toLowerCase() === splitName.toLowerCase() && one.key !== acrossKey,
  );
  const overTime = spec.across.as === 'time';
  const as = use ?? (spec.across.as === 'group' ? 'target' : 'plan');
  const add = () => {
    const found = amounts.find(({ key }) => key === amountKey);
    if (!sheet || !found || !acrossKey) return;
    const [first] = spec.layers;
    const layer: Omit<Layer, 'id'> = {
      amount: { column: found.key },
      summary: found.summary,
      shape: as === 'target' ? 'target' : as === 'plan' ? 'line' : first.shape,
      side: first.side,
      ...(sheet.columns.some(({ name }) => name === found.name) && found.name === firstName(spec, sources)
        ? { name: `${found.name} (${sheet.name})` }
        : {}),
      from: {
        sheet: sheet.id,
        across: acrossKey,
        ...(split && splitColumn ? { split: splitColumn.key } : {}),
      },
      ...(as === 'plan' && overTime ? { fills: first.id } : {}),
    };
    edit((now) => {
      const next = addLayer(now, layer);
      // A plan is a line that goes on from a line.
      return as === 'plan' && overTime
        ? {
            ...next,
            layers: next.layers.map((one) => (one.id === first.id ? { ...one, shape: 'line', stack: undefined } : one)),
          }
        : next;
    });
    onDone();
  };
  return (
    <Card name="From another sheet">
      <Field label="Sheet">
        <Select
          size="small"
          aria-label="Sheet"
          value={id}
          placeholder={sheets.length === 0 ? 'There is no other sheet yet' : 'Choose one'}
          onChange={(next) => {
            setId(next);
            setAmount(undefined);
            setAcross(undefined);
          }}
          options={sheets.map((one: Sheet) => ({ value: one.id, label: one.name }))}
        />
      </Field>
      {sheet && (
        <>
          <Field label={`As ${own.name}`}>
            <Select
              size="small"
              aria-label="What runs across"
              value={acrossKey}
              placeholder="Nothing fits"
              onChange={setAcross}
              options={fits.map((one) => ({ value: one.key, label: one.name }))}
            />
          </Field>
          <Field label="Amount">
            <Select
              size="small"
              aria-label="Amount"
              value={amountKey}
              onChange={setAmount}
              options={amounts.map((one) => ({ value: one.key, label: one.name }))}
            />
          </Field>
          <Field label="Drawn">
            <Select
              size="small"
              aria-label="Drawn"
              value={as}
              onChange={setUse}
              options={[
                ...(overTime ? [{ value: 'plan', label: 'As a plan that carries on' }] : []),
                { value: 'target', label: 'As a target beside each' },
                { value: 'beside', label: 'Like the first amount' },
              ]}
            />
          </Field>
          {splitColumn && (
            <Checkbox checked={split} onChange={(event) => setSplit(event.target.checked)}>
              One per {splitColumn.name}, as here
            </Checkbox>
          )}
        </>
      )}
      <div className={styles.buttons}>
        <Button onClick={onDone}>Cancel</Button>
        <Button type="primary" disabled={!sheet || !acrossKey || !amountKey} onClick={add}>
          Add it
        </Button>
      </div>
      {sheet && fits.length === 0 && (
        <p className={styles.error} role="alert">
          {sheet.name} has no column that could run across here: {own.name} needs {overTime ? 'a date' : 'a category'}.
        </p>
      )}
    </Card>
  );
}

function canRunAcross(one: ColumnProfile, { across }: ChartSpec): boolean {
  if (across.as === 'time') return hasSteps(one);
  if (across.as === 'cycle')
    return hasSteps(one) ? across.cycle !== 'hour-of-day' || one.type === 'datetime' : one.meaning === across.cycle;
  return one.role === 'group' || one.role === 'when';
}

/** The column of the same name, else the first. */
function bestMatch(fits: readonly ColumnProfile[], own: ColumnProfile): ColumnProfile | undefined {
  return fits.find(({ name }) => name.toLowerCase() === own.name.toLowerCase()) ?? fits[0];
}

function firstName(spec: ChartSpec, { columns }: Sources): string | undefined {
  const [{ amount, from }] = spec.layers;
  return 'column' in amount && !from ? column(columns, amount.column).name : undefined;
}
