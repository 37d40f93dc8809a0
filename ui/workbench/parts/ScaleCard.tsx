'use client';

import { Checkbox, Radio } from 'antd';
import { breathingStart, extent, type ChartModel } from '@/core/layout';
import {
  layerWords,
  NUMBER_UNITS,
  setScale,
  setSide,
  upperFirst,
  type ChartSpec,
  type Sources,
  type Fit,
  type NumberUnit,
  type Scale,
  type Side,
} from '@/core/spec';
import { Card, Field, SelectField } from '../../cards/Card';
import styles from '../../cards/cards.module.css';
import { TypedNumber } from '../../cards/TypedNumber';
import { useWork } from '../store';

const AUTO = 'auto';
/** In the order that they are offered; a logarithmic scale has no zero to begin at. */
const FITS = ['zero', 'breathing', 'close', 'fixed'] as const;
const LOG_FITS = ['close', 'fixed'] as const;
const FIT_WORDS: Readonly<Record<Fit, string>> = {
  zero: 'From zero',
  breathing: 'Breathing room',
  close: 'Close fit',
  fixed: 'Fixed',
};
const WHY: Readonly<Record<Fit, string>> = {
  zero: 'From zero: heights can be compared as they are.',
  breathing:
    'Breathing room: starts a little below the lowest value and moves with the data, so that a change is neither flat nor a collapse.',
  close: 'Close fit: just the range of the values. Small changes look large.',
  fixed:
    'Fixed: stays as it is when the data grows. What lies outside is cut off, and said. An end left empty goes with the data.',
};

/** Breathing room as it is by itself. */
const BY_RANGE = -1;

/** A scale's own settings: its range, how its numbers are written, and which amounts stand on it. */
export function ScaleCard({
  side,
  model,
  spec,
  sources,
}: {
  side: Side;
  model: ChartModel;
  spec: ChartSpec;
  sources: Sources;
}) {
  const edit = useWork((state) => state.edit);
  const scale = spec.scales[side] ?? { fit: 'zero' as const };
  const shown = model.scales[side];
  const change = (next: Partial<Scale>) => edit((now) => setScale(now, side, { ...scale, ...next }));
  const setFit = (fit: Fit) => {
    // What else was chosen of the scale stays.
    const { min, max, room, ...rest } = scale;
    void [min, max];
    const [low, high] = shown?.domain ?? [0, 1];
    const kept = fit === 'breathing' && room !== undefined ? { ...rest, room } : rest;
    edit((now) => setScale(now, side, fit === 'fixed' ? { ...rest, fit, min: low, max: high } : { ...kept, fit }));
  };
  const other = side === 'left' ? 'right' : 'left';
  const numbers = scale.numbers ?? {};
  const log = shown?.kind === 'log';
  return (
    <Card name={side === 'left' ? 'Left scale' : 'Right scale'}>
      <Radio.Group
        aria-label="Range"
        size="small"
        value={log && scale.fit !== 'fixed' ? 'close' : scale.fit}
        onChange={(event) => setFit(event.target.value as Fit)}
        className={styles.range}
        options={(log ? LOG_FITS : FITS).map((fit) => ({
          value: fit,
          label: FIT_WORDS[fit],
        }))}
      />
      {scale.fit === 'fixed' && (
        <Field label="From, to">
          <div className={styles.pair}>
            <TypedNumber
              label="From"
              unit={shown?.unit}
              value={scale.min}
              placeholder="by the data"
              wrong={(min) => (scale.max !== undefined && min >= scale.max ? 'From must lie below To.' : undefined)}
              onChange={(min) => (min !== undefined || scale.max !== undefined) && change({ min })}
            />
            <TypedNumber
              label="To"
              unit={shown?.unit}
              value={scale.max}
              placeholder="by the data"
              wrong={(max) => (scale.min !== undefined && max <= scale.min ? 'To must lie above From.' : undefined)}
              onChange={(max) => (max !== undefined || scale.min !== undefined) && change({ max })}
            />
          </div>
        </Field>
      )}
      {scale.fit === 'breathing' && (
        <SelectField
          label="Starts at"
          name="Starts at a share of the lowest value"
          value={scale.room ?? BY_RANGE}
          onChange={(room: number) => change({ room: room === BY_RANGE ? undefined : room })}
          options={[
            { value: BY_RANGE, label: 'Chosen for me' },
            ...[0.5, 0.7, 0.8, 0.9, 0.95].map((room) => ({
              value: room,
              label: `${Math.round(room * 100)} % of the lowest value`,
            })),
          ]}
        />
      )}
      <div style={{ height: 8 }} />
      <SelectField
        label="Steps are"
        value={scale.kind ?? 'linear'}
        onChange={(kind: 'linear' | 'log') => change({ kind: kind === 'log' ? kind : undefined })}
        options={[
          { value: 'linear', label: 'Even' },
          { value: 'log', label: 'Each ten times the last (logarithmic)' },
        ]}
      />
      {log && (
        <p className="second">
          Equal steps are equal ratios: from 10 to 100 is as far as from 100 to 1,000. Such a scale has no zero, and
          what grows by the same share every time is a straight line on it.
        </p>
      )}
      <SelectField
        label="Numbers"
        name="Numbers in"
        value={numbers.in ?? AUTO}
        onChange={(unit: NumberUnit | typeof AUTO) =>
          change({ numbers: { ...numbers, in: unit === AUTO ? undefined : unit } })
        }
        options={[
          { value: AUTO, label: 'Chosen for me' },
          ...NUMBER_UNITS.map((unit) => ({ value: unit, label: upperFirst(unit) })),
        ]}
      />
      <SelectField
        label="Decimals"
        value={numbers.decimals ?? -1}
        onChange={(decimals) => change({ numbers: { ...numbers, decimals: decimals < 0 ? undefined : decimals } })}
        options={[{ value: -1, label: 'As needed' }, ...[0, 1, 2, 3].map((value) => ({ value, label: String(value) }))]}
      />
      {side === 'right' && (
        <Checkbox
          checked={scale.matchZero ?? false}
          onChange={(event) => change({ matchZero: event.target.checked || undefined })}
        >
          Zero at the height of the left scale’s
        </Checkbox>
      )}
      {side === 'right' && (
        <div>
          <Checkbox
            checked={scale.same ?? false}
            onChange={(event) => change({ same: event.target.checked || undefined })}
          >
            The same range as the left scale
          </Checkbox>
        </div>
      )}
      {spec.layers
        .filter((layer) => layer.side === side)
        .map((layer) => (
          <Field key={layer.id} label="On it">
            <span>{layerWords(layer, sources)}</span>
            <button
              type="button"
              className="action"
              style={{ width: 'auto' }}
              onClick={() => edit((now) => setSide(now, layer.id, other))}
            >
              Move {other}
            </button>
          </Field>
        ))}
      <p className={styles.why}>
        {WHY[scale.fit]}
        {scale.fit !== 'breathing' && ` ${breathingHint(model, side)}`}
      </p>
    </Card>
  );
}

/** Where breathing room would begin, for scales of positive values. */
function breathingHint(model: ChartModel, side: Side): string {
  const values = model.series
    .filter((series) => series.side === side)
    .flatMap((series) => series.values.filter((value): value is number => value !== null));
  const { low, high } = extent(values);
  return values.length > 0 && low > 0 && breathingStart(low, high) > 0.3 * low && low > high / 2
    ? 'All values lie close together: breathing room would show their change.'
    : '';
}
