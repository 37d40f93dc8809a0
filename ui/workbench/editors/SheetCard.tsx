'use client';

import { useState } from 'react';
import { Button, Checkbox, Select } from 'antd';
import { skipToken, useQuery } from '@tanstack/react-query';
import { SUMMARY_KINDS, type ColumnProfile } from '@/core/inference';
import { medianOf, standingOf, whyApart } from '@/core/recommend';
import {
  addLayer,
  byKey,
  column,
  hasSteps,
  layerUnit,
  shapeBeside,
  type ChartSpec,
  type Layer,
  type Side,
  type Sources,
} from '@/core/spec';
import { api, type Sheet } from '../../api';
import { Card, Field } from '../../cards/Card';
import styles from '../../cards/cards.module.css';
import { sheetNames } from '../../desk/names';
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
  const chosen = useQuery({ queryKey: ['sheet', id], queryFn: id === undefined ? skipToken : () => api.sheet(id) });
  const ownSheet = useQuery({ queryKey: ['sheet', spec.sheet], queryFn: () => api.sheet(spec.sheet) });
  const sheet = chosen.data;
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
  const [busy, setBusy] = useState(false);
  const [first] = spec.layers;
  const found = amounts.find(({ key }) => key === amountKey);
  const theirs = sheet?.columns.find(({ key }) => key === acrossKey);
  const suits =
    found && theirs
      ? standingOf(
          spec,
          { across: own, unit: layerUnit(first, sources) },
          { across: theirs, unit: found.unit, name: found.name },
        )
      : 'beside';
  const as = use ?? suits;
  const add = async () => {
    if (!sheet || !found || !acrossKey) return;
    const others = [sheet, ...(ownSheet.data ? [ownSheet.data] : [])];
    const layer: Omit<Layer, 'id'> = {
      amount: { column: found.key },
      summary: found.summary,
      shape: as === 'target' ? 'target' : as === 'plan' ? 'line' : first.shape === 'target' ? 'column' : first.shape,
      side: first.side,
      from: {
        sheet: sheet.id,
        across: acrossKey,
        ...(split && splitColumn ? { split: splitColumn.key } : {}),
      },
      ...(as === 'plan' && overTime ? { fills: first.id } : {}),
    };
    const plain = addLayer(spec, layer);
    setBusy(true);
    // Which scale suits is seen in the charted values.
    const side = as === 'beside' ? await sideBeside(plain, first, { ...found }, others) : first.side;
    setBusy(false);
    edit((now) => {
      const next = addLayer(now, {
        ...layer,
        side,
        ...(side === first.side ? {} : { shape: shapeBeside(now, sources) }),
      });
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
          showSearch={{ optionFilterProp: 'label' }}
          value={id}
          placeholder={sheets.length === 0 ? 'There is no other sheet yet' : 'Choose one'}
          onChange={(next) => {
            setId(next);
            setAmount(undefined);
            setAcross(undefined);
          }}
          options={[...sheetNames(sheets)].map(([one, label]) => ({ value: one.id, label }))}
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
                { value: 'beside', label: 'Beside the first amount' },
                ...(overTime ? [{ value: 'plan', label: 'As a plan that carries on' }] : []),
                { value: 'target', label: 'As a target mark for each' },
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
        <Button type="primary" disabled={!sheet || !acrossKey || !amountKey} loading={busy} onClick={() => void add()}>
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

/** The scale of an amount beside the first one, by its unit and by the size of what is charted; on the first one's where it cannot be seen. */
async function sideBeside(
  spec: ChartSpec,
  first: Layer,
  { unit, summary }: Pick<ColumnProfile, 'unit' | 'summary'>,
  sheets: readonly Sheet[],
): Promise<Side> {
  const other: Side = first.side === 'left' ? 'right' : 'left';
  const own = sheets.find(({ id }) => id === spec.sheet);
  const firstUnit = own && layerUnit(first, { columns: byKey(own.columns) });
  const theirUnit = SUMMARY_KINDS[summary].counts ? undefined : unit;
  if (firstUnit !== theirUnit) return other;
  try {
    const { series } = await api.preview(spec, 480, 240);
    const added = spec.layers[spec.layers.length - 1].id;
    const middle = (id: string) => medianOf(series.filter(({ layer }) => layer === id).flatMap(({ values }) => values));
    return whyApart({ unit, median: middle(first.id) }, { unit, median: middle(added) }) ? other : first.side;
  } catch {
    return first.side;
  }
}
