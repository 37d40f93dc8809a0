'use client';

import { useState } from 'react';
import { Button, Input } from 'antd';
import type { ChartModel } from '@/core/layout';
import { addRemark, setRemark } from '@/core/spec';
import { Card, SelectField } from '../../cards/Card';
import cards from '../../cards/cards.module.css';
import { useWork } from '../store';

interface Props {
  model: ChartModel;
  /** The remark that is changed; without one a new one is written. */
  id?: string;
  /** Where a new one stands. */
  place?: number;
  series?: string;
  onDone: () => void;
}

/** A remark at a place of the chart. */
export function RemarkCard({ model, id, place: first, series, onDone }: Props) {
  const edit = useWork((state) => state.edit);
  const known = model.remarks?.find((one) => one.id === id && id !== undefined);
  const measured = model.across.values.length - (model.across.ahead ?? 0);
  const [place, setPlace] = useState(first ?? Math.max(measured - 1, 0));
  const [text, setText] = useState(known?.text ?? '');
  const write = () => {
    edit((now) =>
      known?.id !== undefined
        ? setRemark(now, known.id, text)
        : addRemark(now, {
            at: model.across.values[place],
            text: text.trim(),
            ...(series === undefined ? {} : { series }),
          }),
    );
    onDone();
  };
  return (
    <Card name="A remark" title={known ? `Remark ${known.number}, ${model.across.labels[known.at] ?? ''}` : 'A remark'}>
      {!known && first === undefined && (
        <SelectField
          label="Place"
          search
          value={place}
          onChange={setPlace}
          options={model.across.labels.map((label, at) => ({ value: at, label }))}
        />
      )}
      {!known && first !== undefined && <p className={cards.hint}>{model.across.labels[first]}</p>}
      <Input.TextArea
        aria-label="What there is to say"
        autoSize={{ minRows: 2, maxRows: 6 }}
        maxLength={2000}
        value={text}
        placeholder="What happened there"
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey) && text.trim() !== '') write();
        }}
      />
      <div className={cards.buttons}>
        {known?.id !== undefined && (
          <Button
            size="small"
            onClick={() => {
              edit((now) => setRemark(now, known.id ?? '', ''));
              onDone();
            }}
          >
            Take it away
          </Button>
        )}
        <Button size="small" type="primary" disabled={text.trim() === ''} onClick={write}>
          {known ? 'Keep' : 'Add it'}
        </Button>
      </div>
    </Card>
  );
}
