'use client';

import { useState } from 'react';
import { Button, Input, Select } from 'antd';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import {
  isDated,
  isNumeric,
  ROLES,
  SUMMARIES,
  TYPE_WORDS,
  COLUMN_TYPES,
  type ColumnProfile,
  type Correction,
  SUMMARY_KINDS,
} from '@/core/inference';
import { upperFirst } from '@/core/spec';
import type { Sheet } from '../api';
import { useCorrect } from './correcting';
import { ROLE_MEANS, ROLE_WORDS } from './cells';
import { Card, Field } from './Card';
import styles from './cards.module.css';

/** How a column was read, why, what could not be read; and each part of it to change. */
export function ColumnCard({ column, sheet, onDone }: { column: ColumnProfile; sheet: Sheet; onDone: () => void }) {
  const client = useQueryClient();
  const say = useCorrect();
  const correct = useMutation({
    mutationFn: (correction: Correction) => say(sheet, column, correction),
    onSuccess: (next) => client.setQueryData(['sheet', sheet.id], next),
  });
  const { stats, unread } = column;
  const [name, setName] = useState(column.name);
  const rename = () => {
    if (name.trim() && name.trim() !== column.name) correct.mutate({ name: name.trim() });
  };
  const figure = (n: number) => n.toLocaleString('en-GB');
  return (
    <Card name={`How ${column.name} was read`}>
      <Field label="Name">
        <Input
          size="small"
          value={name}
          maxLength={200}
          onChange={(event) => setName(event.target.value)}
          onBlur={rename}
          onPressEnter={rename}
          aria-label="Name"
        />
      </Field>
      <Field label="Good for">
        <Select
          size="small"
          aria-label="Good for"
          value={column.role}
          onChange={(role) => correct.mutate({ role })}
          options={ROLES.map((role) => ({ value: role, label: `${ROLE_WORDS[role]}: ${ROLE_MEANS[role]}` }))}
        />
      </Field>
      <Field label="Cells are">
        <Select
          size="small"
          aria-label="Cells are"
          value={column.type}
          onChange={(type) => correct.mutate({ type })}
          options={COLUMN_TYPES.map((type) => ({ value: type, label: upperFirst(TYPE_WORDS[type]) }))}
        />
      </Field>
      {isDated(column) && (
        <Field label="Order">
          <Select
            size="small"
            aria-label="Order"
            value={column.format.dateOrder ?? 'DMY'}
            onChange={(dateOrder) => correct.mutate({ format: { dateOrder } })}
            options={[
              { value: 'DMY', label: 'Day first: 31/12/2025' },
              { value: 'MDY', label: 'Month first: 12/31/2025' },
              { value: 'YMD', label: 'Year first: 2025-12-31' },
            ]}
          />
        </Field>
      )}
      {isNumeric(column) && column.meaning !== 'year' && (
        <>
          <Field label="Decimal sign">
            <Select
              size="small"
              aria-label="Decimal sign"
              value={column.format.decimal ?? '.'}
              onChange={(decimal) => correct.mutate({ format: { decimal } })}
              options={[
                { value: '.', label: 'Point: 1,234.50' },
                { value: ',', label: 'Comma: 1.234,50' },
              ]}
            />
          </Field>
          <Field label="Unit">
            <UnitInput unit={column.unit ?? ''} onUnit={(unit) => correct.mutate({ unit })} />
          </Field>
          <Field label="Summary">
            <Select
              size="small"
              aria-label="Summary"
              value={column.summary}
              onChange={(summary) => correct.mutate({ summary })}
              options={SUMMARIES.map((summary) => ({
                value: summary,
                label: upperFirst(SUMMARY_KINDS[summary].words),
              }))}
            />
          </Field>
        </>
      )}
      <p className={styles.facts}>
        {figure(stats.count)} read, {figure(stats.missing)} empty
        {unread.count > 0 && (
          <>
            , <b>{figure(unread.count)} not read</b>
          </>
        )}
        .
      </p>
      {unread.count > 0 && (
        <ul className={styles.unread}>
          {unread.samples.slice(0, 4).map(({ row, text }) => (
            <li key={row}>
              Row {figure(row)}: <mark>{text}</mark>
            </li>
          ))}
          {unread.count > 4 && <li>and {figure(unread.count - 4)} more, left out of totals</li>}
        </ul>
      )}
      <ul className={styles.reasons}>
        {column.reasons.map((reason) => (
          <li key={reason}>{reason}</li>
        ))}
      </ul>
      {column.weighed?.other && (
        <p className={styles.either}>
          {column.weighed.other.reason}{' '}
          <button
            type="button"
            className="action"
            disabled={correct.isPending}
            onClick={() => column.weighed?.other && correct.mutate({ summary: column.weighed.other.summary })}
          >
            {column.weighed.other.summary === 'sum' ? 'Total it' : 'Average it'}
          </button>
        </p>
      )}
      {correct.isPending && (
        <p className={styles.facts} role="status">
          Reading again …
        </p>
      )}
      {correct.error && (
        <p className={styles.error} role="alert">
          {correct.error.message}
        </p>
      )}
      <div className={styles.buttons}>
        <Button size="small" onClick={onDone}>
          Close
        </Button>
      </div>
    </Card>
  );
}

function UnitInput({ unit, onUnit }: { unit: string; onUnit: (unit: string) => void }) {
  const [text, setText] = useState(unit);
  const done = () => {
    if (text.trim() !== unit) onUnit(text.trim());
  };
  return (
    <Input
      size="small"
      aria-label="Unit"
      value={text}
      maxLength={40}
      placeholder="none"
      onChange={(event) => setText(event.target.value)}
      onBlur={done}
      onPressEnter={done}
    />
  );
}
