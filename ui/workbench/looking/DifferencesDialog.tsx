'use client';

import { useState } from 'react';
import { Button, Modal, Select, Spin } from 'antd';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { writeFigure, type ChartModel } from '@/core/layout';
import { chartOfDifference, type DifferenceBy, type DifferencePart } from '@/core/looking';
import { layerUnit, type ChartSpec, type Sources } from '@/core/spec';
import { api } from '../../api';
import { useWorkStore } from '../store';
import styles from './DifferencesDialog.module.css';

/** Two places, as their places in the chart. */
export interface Differing {
  readonly from: number;
  readonly to: number;
  readonly series?: string;
}

interface Props {
  asked: Differing;
  model: ChartModel;
  spec: ChartSpec;
  sources: Sources;
  onClose: () => void;
}

const MOST_PARTS = 40;
const WHOLE = 1000;

/** Why two places differ: of each Group how much each of its values added, the Group that explains most first. */
export function DifferencesDialog({ asked: first, model, spec, sources, onClose }: Props) {
  const store = useWorkStore();
  const [asked, setAsked] = useState(first);
  const [chosen, setChosen] = useState<string>();
  const { values, labels } = model.across;
  const places = {
    from: values[asked.from],
    to: values[asked.to],
    ...(asked.series === undefined ? {} : { series: asked.series }),
  };
  const found = useQuery({
    queryKey: ['differences', spec, places],
    queryFn: ({ signal }) => api.differences(spec, places, signal),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const { data, error } = found;
  const series = model.series.find(({ id }) => id === asked.series) ?? model.series[0];
  const layer = spec.layers.find(({ id }) => id === series?.layer) ?? spec.layers[0];
  const unit = layerUnit({ ...layer, then: undefined }, sources);
  const large = data !== undefined && Math.max(Math.abs(data.from), Math.abs(data.to)) >= WHOLE;
  // One table has one kind of figures: where the whole is in thousands, its parts have no pence.
  const write = (value: number) =>
    writeFigure(Number(value.toPrecision(12)), unit, large && unit !== '%' ? 0 : undefined, spec.look?.locale);
  const signed = (value: number) => (value > 0 ? `+${write(value)}` : write(value));
  const by = data?.by.find(({ column }) => column === chosen) ?? data?.by[0];
  const options = labels.slice(0, values.length - (model.across.ahead ?? 0)).map((label, at) => ({ value: at, label }));
  const make = () => {
    const next = by && chartOfDifference(spec, sources, places, by.column);
    if (!next || !by) return;
    const key = layer.amount;
    store.getState().set({ picks: [by.column, ...('column' in key ? [key.column] : [])], spec: next });
    onClose();
  };
  const canMake = by !== undefined && chartOfDifference(spec, sources, places, by.column) !== undefined;
  return (
    <Modal open onCancel={onClose} footer={null} width={780} title="Why does it differ?" className={styles.dialog}>
      <div className={styles.places}>
        <Select
          size="small"
          aria-label="This place"
          showSearch={{ optionFilterProp: 'label' }}
          value={asked.to}
          onChange={(to) => setAsked((now) => ({ ...now, to }))}
          options={options}
        />
        <span>against</span>
        <Select
          size="small"
          aria-label="Against"
          showSearch={{ optionFilterProp: 'label' }}
          value={asked.from}
          onChange={(from) => setAsked((now) => ({ ...now, from }))}
          options={options}
        />
        {asked.series !== undefined && model.series.length > 1 && <span>of {series?.name}</span>}
      </div>
      {error && (
        <p role="alert" className={styles.trouble}>
          {sentenceOf(error.message)}
        </p>
      )}
      {!data && !error && <Spin size="small" />}
      {data && !error && (
        <>
          <p className={styles.sum}>
            {labels[asked.to]} has <strong>{write(data.to)}</strong>, {labels[asked.from]}{' '}
            <strong>{write(data.from)}</strong>: <strong>{signed(data.difference)}</strong>
            {data.from !== 0 && ` (${signedShare(data.difference / Math.abs(data.from))})`}.
          </p>
          {data.by.length === 0 && <p>No Group of this sheet is left that could explain it.</p>}
          {by && (
            <div className={styles.halves} data-fetching={found.isFetching || undefined}>
              <ul className={styles.groups} aria-label="Groups, the one that explains most first">
                {data.by.map(({ column, name, explains }) => (
                  <li key={column}>
                    <button type="button" aria-pressed={column === by.column} onClick={() => setChosen(column)}>
                      <span>{name}</span>
                      <i style={{ width: `${Math.max(explains * 100, 1)}%` }} aria-hidden />
                      <small>{explainsWords(explains)}</small>
                    </button>
                  </li>
                ))}
              </ul>
              <Parts by={by} write={write} signed={signed} />
            </div>
          )}
          {by && (
            <div className={styles.buttons}>
              <Button onClick={onClose}>Close</Button>
              {canMake && (
                <Button type="primary" onClick={make}>
                  Make the chart of it
                </Button>
              )}
            </div>
          )}
        </>
      )}
    </Modal>
  );
}

/** The parts of a difference as bars to both sides of nought. */
function Parts({
  by,
  write,
  signed,
}: {
  by: DifferenceBy;
  write: (value: number) => string;
  signed: (value: number) => string;
}) {
  const shown = by.parts.slice(0, MOST_PARTS);
  const most = shown.reduce((high, { difference }) => Math.max(high, Math.abs(difference)), 0) || 1;
  const averaged = shown.some(({ mix }) => mix !== undefined);
  const rest = by.parts.slice(MOST_PARTS);
  const left = rest.reduce((sum, { difference }) => sum + difference, 0);
  return (
    <div className={styles.parts} tabIndex={0} role="region" aria-label={`By ${by.name}`}>
      <table>
        <thead>
          <tr>
            <th scope="col">{by.name}</th>
            <th scope="col">Before</th>
            <th scope="col">Now</th>
            <th scope="col">{averaged ? 'Added' : 'Difference'}</th>
            {averaged && <th scope="col">of which by more or fewer of it</th>}
            {averaged && <th scope="col">by its own change</th>}
            {!averaged && <th aria-label="As a bar" />}
          </tr>
        </thead>
        <tbody>
          {shown.map((part) => (
            <tr key={part.value}>
              <th scope="row">{part.value}</th>
              <td>{write(part.from)}</td>
              <td>{write(part.to)}</td>
              <td>
                <b>{signed(part.difference)}</b>
              </td>
              {averaged ? (
                <>
                  <td>{signed(part.mix ?? 0)}</td>
                  <td>{signed(part.rate ?? 0)}</td>
                </>
              ) : (
                <td className={styles.bar}>
                  <Bar part={part} most={most} />
                </td>
              )}
            </tr>
          ))}
          {rest.length > 0 && (
            <tr>
              <th scope="row">{rest.length} more</th>
              <td />
              <td />
              <td>
                <b>{signed(left)}</b>
              </td>
            </tr>
          )}
        </tbody>
      </table>
    </div>
  );
}

function Bar({ part: { difference }, most }: { part: DifferencePart; most: number }) {
  const width = (Math.abs(difference) / most) * 50;
  return (
    <span className={styles.track} aria-hidden>
      <i
        data-sign={difference < 0 ? 'less' : 'more'}
        style={difference < 0 ? { right: '50%', width: `${width}%` } : { left: '50%', width: `${width}%` }}
      />
    </span>
  );
}

/** How much a Group tells, in words. */
const explainsWords = (explains: number): string =>
  explains >= 0.6
    ? 'explains most of it'
    : explains >= 0.3
      ? 'explains much'
      : explains >= 0.1
        ? 'explains a little'
        : 'changed alike';

const signedShare = (share: number): string =>
  `${share > 0 ? '+' : '−'}${Math.abs(share) >= 10 ? Math.round(Math.abs(share) * 100) : (Math.abs(share) * 100).toFixed(1)}%`;

/** What the server says without the path of the request. */
const sentenceOf = (message: string): string => {
  const plain = message.replace(/^\w+(?:\.\w+)*: /, '');
  return `${plain.charAt(0).toUpperCase()}${plain.slice(1)}${/[.!?]$/.test(plain) ? '' : '.'}`;
};
