'use client';

import { useMemo, useState } from 'react';
import { AutoComplete, Button, Checkbox, Input, Radio } from 'antd';
import { isNumeric, SUMMARY_KINDS } from '@/core/inference';
import {
  addLayer,
  changeLayer,
  columnsOf,
  dividesByColumn,
  FormulaError,
  formulaFromNames,
  formulaToType,
  isLinear,
  isRowsFirst,
  shapeBeside,
  parseFormula,
  type Layer,
  type Sources,
} from '@/core/spec';
import { Card, Field } from '../../cards/Card';
import styles from '../../cards/cards.module.css';
import own from './editors.module.css';
import { useWork } from '../store';

interface Props {
  sources: Sources;
  /** The layer whose amount is rewritten; without it a new one is added. */
  layer?: Layer;
  onDone: () => void;
}

/** A formula over the columns' names, checked while it is typed; a mistake is shown at its place. */
export function FormulaCard({ sources, layer, onDone }: Props) {
  const edit = useWork((state) => state.edit);
  const columns = useMemo(
    () => [...(layer ? columnsOf(layer, sources) : sources.columns).values()].filter(isNumeric),
    [layer, sources],
  );
  const [text, setText] = useState(() => (layer ? startingText(layer, columns) : ''));
  const [name, setName] = useState(layer?.name ?? '');
  const [rowsFirst, setRowsFirst] = useState(layer && 'formula' in layer.amount ? layer.amount.rowsFirst : undefined);
  const [percent, setPercent] = useState(layer !== undefined && 'formula' in layer.amount && layer.amount.unit === '%');
  const read = useMemo(() => readFormula(text, columns), [text, columns]);
  const word = /[\p{L}\p{N}_ ]*$/u.exec(text)?.[0].trimStart() ?? '';
  const before = text.slice(0, text.length - word.length);
  const fits = columns
    .filter(({ name: one }) => word !== '' && one.toLowerCase().startsWith(word.toLowerCase()) && one !== word)
    .map(({ name: one }) => ({ value: `${before}${one} `, label: one }));
  const rows = read.formula !== undefined && isRowsFirst({ formula: read.formula, rowsFirst });
  const ratio = read.formula !== undefined && dividesByColumn(parseFormula(read.formula));
  const linear = read.formula !== undefined && isLinear(parseFormula(read.formula));
  const done = () => {
    if (read.formula === undefined) return;
    const blanks = layer && 'formula' in layer.amount ? layer.amount.blanks : undefined;
    const amount = {
      formula: read.formula,
      ...(rowsFirst === undefined ? {} : { rowsFirst }),
      ...(blanks && rows ? { blanks } : {}),
      ...(percent ? { unit: '%' as const } : {}),
    };
    const named = name.trim() ? { name: name.trim() } : {};
    edit((now) =>
      layer
        ? changeLayer(now, layer.id, {
            amount,
            name: name.trim() || undefined,
            summary: SUMMARY_KINDS[layer.summary].counts ? 'sum' : layer.summary,
          })
        : addLayer(now, {
            amount,
            ...named,
            summary: rows && ratio ? 'mean' : 'sum',
            shape: ratio ? shapeBeside(now, sources) : now.layers[0].shape,
            side: ratio && now.layers.some(({ side }) => side === 'left') ? 'right' : 'left',
          }),
    );
    onDone();
  };
  return (
    <Card name="A formula">
      <AutoComplete
        className={own.wide}
        value={text}
        options={fits}
        onChange={(next: string) => setText(next)}
        defaultActiveFirstOption={false}
      >
        <Input.TextArea
          aria-label="Formula"
          aria-invalid={text.trim() !== '' && read.error !== undefined}
          autoSize={{ minRows: 1, maxRows: 4 }}
          placeholder={columns.length > 1 ? `${columns[0].name} − ${columns[1].name}` : 'One column − another'}
        />
      </AutoComplete>
      {text.trim() !== '' && read.error && (
        <p className={own.mistake} role="alert">
          <span aria-hidden className={own.shown}>
            {text.slice(0, read.error.at)}
            <mark>{text.slice(read.error.at, read.error.at + read.error.length) || ' '}</mark>
            {text.slice(read.error.at + read.error.length)}
          </span>
          {read.error.message}
        </p>
      )}
      <p className={own.names}>
        {columns
          .filter(({ role }) => role === 'amount')
          .slice(0, 12)
          .map((column) => (
            <button
              key={column.key}
              type="button"
              className="action"
              onClick={() =>
                setText((now) => `${now}${now === '' || now.endsWith(' ') ? '' : ' '}${typed(column.name)} `)
              }
            >
              {column.name}
            </button>
          ))}
      </p>
      <Field label="Name">
        <Input
          size="small"
          aria-label="Name of the formula"
          value={name}
          maxLength={300}
          placeholder="As it is written"
          onChange={(event) => setName(event.target.value)}
        />
      </Field>
      <Field label="Made">
        <Radio.Group
          size="small"
          aria-label="Made from rows or from totals"
          value={rows}
          onChange={(event) => setRowsFirst(event.target.value as boolean)}
          options={[
            { value: true, label: 'for each row' },
            { value: false, label: 'from the totals' },
          ]}
        />
      </Field>
      <div className={styles.buttons}>
        <Button onClick={onDone}>Cancel</Button>
        <Button type="primary" disabled={read.formula === undefined} onClick={done}>
          {layer ? 'Use it' : 'Add it'}
        </Button>
      </div>
      <Field label="">
        <Checkbox checked={percent} onChange={(event) => setPercent(event.target.checked)}>
          Show it as percent
        </Checkbox>
      </Field>
      <p className={styles.why}>
        {linear && rowsFirst === undefined
          ? 'Sums and differences come to the same either way: a blank cell adds nothing.'
          : rows
            ? 'It is worked out for each row, then the rows are summed up. Rows with a blank cell are left out, and counted.'
            : 'Each column is summed up first, then the formula is worked out once. The ratio of two totals is not the average of the ratios.'}
      </p>
    </Card>
  );
}

const typed = (name: string) => (/[-+*/()"×÷:·−–]/.test(name) ? `"${name}"` : name);

function startingText(layer: Layer, columns: readonly { key: string; name: string }[]): string {
  if ('formula' in layer.amount) return formulaToType(layer.amount.formula, columns);
  const { amount } = layer;
  const found = 'column' in amount ? columns.find(({ key }) => key === amount.column) : undefined;
  return found ? `${typed(found.name)} ` : '';
}

function readFormula(
  text: string,
  columns: readonly { key: string; name: string }[],
): { formula?: string; error?: FormulaError } {
  try {
    return { formula: formulaFromNames(text, columns) };
  } catch (error) {
    if (error instanceof FormulaError) return { error };
    throw error;
  }
}
