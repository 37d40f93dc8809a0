'use client';

import { useState } from 'react';
import { Button, Input, Select } from 'antd';
import type { ChartModel } from '@/core/layout';
import { addReference, removeReference, setReference, type ChartSpec, type Reference } from '@/core/spec';
import { Card, Field, SelectField } from '../../cards/Card';
import { ColorField } from '../../cards/ColorField';
import cards from '../../cards/cards.module.css';
import { DASHES, LineWidth } from '../parts/mark-fields';
import { useWork } from '../store';
import { FigureFields, PlaceFields, SheetFields, ValueFields } from './ReferenceFields';
import styles from './looking.module.css';

interface Props {
  model: ChartModel;
  spec: ChartSpec;
  /** The line that is changed; without one a new one is made. */
  id?: string;
  /** What a new one is first. */
  first?: Kind;
  onDone: () => void;
}

/** What a line or band stands at. */
type Kind = 'value' | 'figure' | 'place' | 'sheet';
const KINDS: readonly { value: Kind; label: string }[] = [
  { value: 'value', label: 'A value' },
  { value: 'figure', label: 'A figure of what is drawn' },
  { value: 'place', label: 'A date or place' },
  { value: 'sheet', label: 'The dates of another sheet' },
];

const kindOf = ({ from, on, at }: Reference): Kind =>
  from ? 'sheet' : on === 'across' ? 'place' : typeof at === 'object' ? 'figure' : 'value';

/** A reference line or band: at a value, at a figure that moves with the data, at a date, or at the dates of another sheet. */
export function ReferenceCard({ model, spec, id, first = 'value', onDone }: Props) {
  const edit = useWork((state) => state.edit);
  const known = spec.references?.find((one) => one.id === id);
  const [draft, setDraft] = useState<Omit<Reference, 'id'>>(() => known ?? fresh(first, model));
  const [kind, setKind] = useState<Kind>(known ? kindOf(known) : first);
  const now = known ?? draft;
  const change = (next: Partial<Reference>) => {
    if (known) edit((one) => setReference(one, known.id, next));
    else setDraft((one) => ({ ...one, ...next }));
  };
  const choose = (next: Kind) => {
    setKind(next);
    const made = fresh(next, model);
    const { name, style } = now;
    const whole = { at: undefined, to: undefined, from: undefined, ...made, name, style };
    if (known) edit((one) => setReference(one, known.id, whole));
    else setDraft({ ...made, ...(name ? { name } : {}), ...(style ? { style } : {}) });
  };
  const overTime = spec.across.as === 'time';
  const kinds = KINDS.filter(({ value }) => value !== 'sheet' || overTime);
  const ready = kind === 'sheet' ? now.from !== undefined : now.at !== undefined && now.at !== '';
  const [name, setName] = useState(now.name ?? '');
  const drawn = model.references?.filter((one) => one.id === id) ?? [];
  const refused = (model.refused ?? []).find((one) => one.what === 'reference' && one.id === id);
  return (
    <Card name="A line to compare with">
      <SelectField label="At" value={kind} onChange={choose} options={[...kinds]} />
      {kind === 'value' && <ValueFields now={now} model={model} change={change} />}
      {kind === 'figure' && <FigureFields now={now} model={model} change={change} />}
      {kind === 'place' && <PlaceFields now={now} spec={spec} model={model} change={change} />}
      {kind === 'sheet' && <SheetFields now={now} spec={spec} change={change} />}
      <Field label="Name">
        <Input
          size="small"
          aria-label="Name of the line"
          value={name}
          placeholder={kind === 'sheet' ? 'as its rows are named' : (drawn[0]?.label ?? 'such as Needed')}
          maxLength={300}
          onChange={(event) => setName(event.target.value)}
          onBlur={() => change({ name: name.trim() || undefined })}
          onPressEnter={() => change({ name: name.trim() || undefined })}
        />
      </Field>
      <Field label="Looks">
        <ColorField
          bare
          label="Colour of the line"
          value={now.style?.color ?? drawn[0]?.color}
          onChange={(color) => change({ style: { ...now.style, color } })}
        />
        <Select
          size="small"
          aria-label="Kind of line"
          value={now.style?.dash ?? 'dotted'}
          onChange={(dash) => change({ style: { ...now.style, dash } })}
          options={[...DASHES]}
        />
        <LineWidth
          value={now.style?.width}
          placeholder="Ours"
          onChange={(width) => change({ style: { ...now.style, width } })}
        />
      </Field>
      {refused && (
        <p className={cards.error} role="alert">
          {refused.why}.
        </p>
      )}
      {known ? (
        <p className={styles.foot}>
          <button
            type="button"
            className="action"
            onClick={() => {
              edit((one) => removeReference(one, known.id));
              onDone();
            }}
          >
            Take it away
          </button>
        </p>
      ) : (
        <div className={cards.buttons}>
          <Button size="small" onClick={onDone}>
            Not now
          </Button>
          <Button
            size="small"
            type="primary"
            disabled={!ready}
            onClick={() => {
              edit((one) => addReference(one, { ...draft, ...(name.trim() ? { name: name.trim() } : {}) }));
              onDone();
            }}
          >
            Draw it
          </Button>
        </div>
      )}
    </Card>
  );
}

function fresh(kind: Kind, model: ChartModel): Omit<Reference, 'id'> {
  const on = model.scales.left ? ('left' as const) : ('right' as const);
  const [series] = model.series;
  if (kind === 'figure' && series) return { on: series.side, at: { layer: series.layer, figure: 'mean' } };
  if (kind === 'place' || kind === 'sheet') return { on: 'across' };
  return { on };
}
