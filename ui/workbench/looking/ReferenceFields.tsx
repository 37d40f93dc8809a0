'use client';

import { useState } from 'react';
import { Input } from 'antd';
import { skipToken, useQuery } from '@tanstack/react-query';
import { readDay } from '@/core/inference';
import type { ChartModel } from '@/core/layout';
import type { ChartSpec, DrawnFigure, Reference, Side } from '@/core/spec';
import { api } from '../../api';
import { Field, SelectField } from '../../cards/Card';
import cards from '../../cards/cards.module.css';
import { TypedNumber } from '../../cards/TypedNumber';
import { sheetNames } from '../../desk/names';

const FIGURES: readonly { value: DrawnFigure['figure']; label: string }[] = [
  { value: 'mean', label: 'The average' },
  { value: 'median', label: 'The median' },
  { value: 'max', label: 'The highest' },
  { value: 'min', label: 'The lowest' },
  { value: 'first', label: 'The first' },
  { value: 'last', label: 'The last' },
];

interface FieldsProps {
  now: Omit<Reference, 'id'>;
  model: ChartModel;
  change: (next: Partial<Reference>) => void;
}

function SideField({ now, model, change }: FieldsProps) {
  if (!model.scales.left || !model.scales.right) return null;
  return (
    <SelectField
      label="Scale"
      value={now.on === 'right' ? 'right' : 'left'}
      onChange={(on: Side) => change({ on })}
      options={[
        { value: 'left', label: model.scales.left.title || 'Left' },
        { value: 'right', label: model.scales.right.title || 'Right' },
      ]}
    />
  );
}

export function ValueFields(props: FieldsProps) {
  const { now, model, change } = props;
  const unit = now.on === 'across' ? undefined : model.scales[now.on]?.unit;
  const number = (at: Reference['at']) => (typeof at === 'number' ? at : undefined);
  return (
    <>
      <SideField {...props} />
      <Field label="Value">
        <TypedNumber
          label="Value"
          value={number(now.at)}
          unit={unit}
          placeholder="45k"
          onChange={(at) => change({ at })}
        />
      </Field>
      <Field label="Up to">
        <TypedNumber
          label="Up to"
          value={number(now.to)}
          unit={unit}
          placeholder="only for a band"
          onChange={(to) => change({ to })}
        />
      </Field>
    </>
  );
}

const ALL = '(all)';

export function FigureFields({ now, model, change }: FieldsProps) {
  const at = typeof now.at === 'object' ? now.at : undefined;
  const layers = [...new Map(model.series.map((series) => [series.layer, series])).values()];
  const several = model.series.length > 1;
  const options = several
    ? [
        ...layers.map((series) => ({
          value: `${ALL}${series.layer}`,
          label: layers.length > 1 ? `All of ${series.name.split(',')[0]}` : 'All series',
        })),
        ...(model.series.length > layers.length
          ? model.series.map(({ id, name }) => ({ value: id, label: name }))
          : []),
      ]
    : [];
  return (
    <>
      <SelectField
        label="Figure"
        value={at?.figure ?? 'mean'}
        onChange={(figure: DrawnFigure['figure']) =>
          change({
            at: { layer: at?.layer ?? layers[0]?.layer ?? '', figure, ...(at?.series ? { series: at.series } : {}) },
          })
        }
        options={[...FIGURES]}
      />
      {several && (
        <SelectField
          label="Of"
          search
          value={at?.series ?? `${ALL}${at?.layer ?? ''}`}
          onChange={(next: string) => {
            const figure = at?.figure ?? 'mean';
            const series = model.series.find(({ id }) => id === next);
            const layer = series?.layer ?? next.slice(ALL.length);
            const side = (series ?? model.series.find((one) => one.layer === layer))?.side ?? 'left';
            change({ on: side, at: { layer, figure, ...(series ? { series: series.id } : {}) } });
          }}
          options={options}
        />
      )}
    </>
  );
}

export function PlaceFields({ now, spec, model, change }: FieldsProps & { spec: ChartSpec }) {
  const { values, labels } = model.across;
  if (spec.across.as === 'time')
    return (
      <>
        <DayField label="Date" value={now.at} onChange={(at) => change({ at })} />
        <DayField label="Until" value={now.to} placeholder="only for a stretch" onChange={(to) => change({ to })} />
      </>
    );
  if (spec.across.as === 'number')
    return (
      <>
        {(['at', 'to'] as const).map((end) => (
          <Field key={end} label={end === 'at' ? 'Number' : 'Up to'}>
            <TypedNumber
              label={end === 'at' ? 'Number' : 'Up to'}
              value={typeof now[end] === 'number' ? now[end] : undefined}
              placeholder={end === 'to' ? 'only for a band' : undefined}
              onChange={(value) => change({ [end]: value })}
            />
          </Field>
        ))}
      </>
    );
  const options = values.map((value, i) => ({ value: value as string | number, label: labels[i] ?? String(value) }));
  return (
    <>
      <SelectField
        label="Place"
        search
        value={(typeof now.at === 'object' ? undefined : now.at) ?? ''}
        onChange={(at: string | number) => change({ at })}
        options={options}
      />
      <SelectField
        label="Until"
        search
        value={(typeof now.to === 'object' ? undefined : now.to) ?? ''}
        onChange={(to: string | number) => change({ to: to === '' ? undefined : to })}
        options={[{ value: '', label: 'only this place' }, ...options]}
      />
    </>
  );
}

/** A day as people type it. What is none is said and stays. */
function DayField({
  label,
  value,
  placeholder = 'such as 15 Mar 2025',
  onChange,
}: {
  label: string;
  value: Reference['at'];
  placeholder?: string;
  onChange: (day: string | undefined) => void;
}) {
  const [draft, setDraft] = useState(typeof value === 'object' ? '' : String(value ?? ''));
  const [wrong, setWrong] = useState(false);
  const done = () => {
    const day = draft.trim() === '' ? undefined : readDay(draft);
    setWrong(draft.trim() !== '' && day === undefined);
    if (draft.trim() === '' || day !== undefined) onChange(day);
  };
  return (
    <Field label={label}>
      <div className={cards.typed}>
        <Input
          size="small"
          aria-label={label}
          value={draft}
          placeholder={placeholder}
          status={wrong ? 'error' : undefined}
          onChange={(event) => {
            setDraft(event.target.value);
            setWrong(false);
          }}
          onBlur={done}
          onPressEnter={done}
        />
        {wrong && (
          <p role="alert" className={cards.error}>
            “{draft}” is no day. Write it as 15 Mar 2025 or 15/03/2025.
          </p>
        )}
      </div>
    </Field>
  );
}

/** Rows of another sheet: holidays, promotions. What they are named and when they end is found by the columns' kinds. */
export function SheetFields({ now, spec, change }: Omit<FieldsProps, 'model'> & { spec: ChartSpec }) {
  const list = useQuery({ queryKey: ['sheets'], queryFn: api.sheets });
  const id = now.from?.sheet;
  const chosen = useQuery({ queryKey: ['sheet', id], queryFn: id === undefined ? skipToken : () => api.sheet(id) });
  const [pending, setPending] = useState<string>();
  const sheets = (list.data ?? []).filter((sheet) => sheet.status === 'ready' && sheet.id !== spec.sheet);
  const dates =
    chosen.data?.columns.filter(({ type, meaning }) => type === 'date' || type === 'datetime' || meaning === 'year') ??
    [];
  const texts = chosen.data?.columns.filter(({ type }) => type === 'text') ?? [];
  const [trouble, setTrouble] = useState<string>();
  const choose = async (sheet: string) => {
    setPending(sheet);
    setTrouble(undefined);
    const { columns, name } = await api.sheet(sheet);
    const [when, until] = columns.filter(({ type }) => type === 'date' || type === 'datetime');
    setPending(undefined);
    if (!when) {
      setTrouble(`“${name}” has no column of dates.`);
      return;
    }
    const called = columns.find(({ type, role }) => type === 'text' && role !== 'key');
    change({
      from: {
        sheet,
        when: when.key,
        ...(until ? { until: until.key } : {}),
        ...(called ? { name: called.key } : {}),
      },
    });
  };
  const set = (part: Partial<NonNullable<Reference['from']>>) => {
    if (!now.from) return;
    const next = Object.fromEntries(
      Object.entries({ ...now.from, ...part }).filter(([, value]) => value !== undefined),
    );
    change({ from: next as NonNullable<Reference['from']> });
  };
  const NONE = '';
  return (
    <>
      <SelectField
        label="Sheet"
        search
        value={pending ?? id ?? ''}
        onChange={(sheet: string) => void choose(sheet)}
        options={[...sheetNames(sheets)].map(([sheet, label]) => ({ value: sheet.id, label }))}
      />
      {trouble && (
        <p role="alert" className={cards.error}>
          {trouble}
        </p>
      )}
      {now.from && chosen.data && (
        <>
          <SelectField
            label="From"
            value={now.from.when}
            onChange={(when: string) => set({ when })}
            options={dates.map(({ key, name }) => ({ value: key, label: name }))}
          />
          <SelectField
            label="Until"
            value={now.from.until ?? NONE}
            onChange={(until: string) => set({ until: until === NONE ? undefined : until })}
            options={[
              { value: NONE, label: 'one day each' },
              ...dates.map(({ key, name }) => ({ value: key, label: name })),
            ]}
          />
          <SelectField
            label="Called"
            value={now.from.name ?? NONE}
            onChange={(name: string) => set({ name: name === NONE ? undefined : name })}
            options={[
              { value: NONE, label: 'nothing' },
              ...texts.map(({ key, name }) => ({ value: key, label: name })),
            ]}
          />
        </>
      )}
    </>
  );
}
