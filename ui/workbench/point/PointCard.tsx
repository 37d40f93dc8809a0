'use client';

import { useState } from 'react';
import { Button } from 'antd';
import type { ChartModel } from '@/core/layout';
import { column, setAside, stepInto, type ChartSpec, type PlacedPoint, type Sources } from '@/core/spec';
import { Card, SelectField } from '../../cards/Card';
import styles from '../../cards/cards.module.css';
import { placesBefore } from '@/core/then';
import { partOfSeries, type ChartPart } from '../../chart/part';
import type { Differing } from '../looking/DifferencesDialog';
import { useWork } from '../store';

interface Props {
  model: ChartModel;
  spec: ChartSpec;
  sources: Sources;
  /** The place that was clicked; without it the user chooses one. */
  place?: number;
  /** The series whose mark was clicked. */
  series?: string;
  /** Opens the card of a part. */
  onLook: (part: ChartPart) => void;
  onRows: (point: PlacedPoint) => void;
  /** Asks why the place differs from another one. */
  onDiffer: (differing: Differing) => void;
  /** Writes a remark there. */
  onRemark: (place: number, series: string | undefined) => void;
  onDone: () => void;
}

const ALL = '(all)';

/** What can be done with a point: see its rows, set it aside, step into its group. */
export function PointCard({
  model,
  spec,
  sources,
  place: clicked,
  series: near,
  onLook,
  onRows,
  onDiffer,
  onRemark,
  onDone,
}: Props) {
  const edit = useWork((state) => state.edit);
  const [place, setPlace] = useState(clicked ?? 0);
  const [series, setSeries] = useState(model.series.length === 1 ? model.series[0].id : (near ?? ALL));
  const { values, labels } = model.across;
  const across = values[place];
  const only = series === ALL ? undefined : series;
  const single = model.series.length === 1;
  const copies = new Map((model.panels ?? []).flatMap((panel) => panel.series.map((id) => [id, panel.label] as const)));
  const shown = only === undefined ? undefined : model.series.find(({ id }) => id === only);
  const value = shown?.labels[place];
  const measured = place < values.length - (model.across.ahead ?? 0);
  const others = comparedWith(model, place, spec);
  const doing = (work: () => void) => () => {
    work();
    onDone();
  };
  return (
    <Card name="A point" title={labels[place]}>
      {clicked === undefined && (
        <SelectField
          label="Place"
          search
          value={place}
          onChange={setPlace}
          options={labels.map((label, at) => ({ value: at, label }))}
        />
      )}
      {!single && (
        <SelectField
          label="Series"
          search
          value={series}
          onChange={setSeries}
          options={[
            { value: ALL, label: 'All of them' },
            ...model.series.map(({ id, name }) => ({
              value: id,
              label: copies.has(id) ? `${copies.get(id)}, ${name}` : name,
            })),
          ]}
        />
      )}
      {shown && (
        <p className={styles.facts}>
          {shown.name}: <strong>{value ?? 'no rows'}</strong>
        </p>
      )}
      <div className={styles.stack}>
        <Button size="small" onClick={doing(() => onRows({ across, ...(only === undefined ? {} : { series: only }) }))}>
          Rows behind
        </Button>
        <Button
          size="small"
          onClick={doing(() => edit((now) => setAside(now, { across, series: single ? undefined : only })))}
        >
          Set aside
        </Button>
        {!model.panels && (
          <Button size="small" onClick={doing(() => onRemark(place, single ? undefined : only))}>
            Write a remark
          </Button>
        )}
        {shown && (
          <Button size="small" onClick={doing(() => onLook(partOfSeries(shown)))}>
            Look of {single ? 'the series' : shown.name}
          </Button>
        )}
        {groupsInside(model, place, spec, sources).map(({ key, name }) => (
          <Button key={key} size="small" onClick={doing(() => edit((now) => stepInto(now, String(across), key)))}>
            Step into it, by {name}
          </Button>
        ))}
      </div>
      {measured && others.length > 0 && (
        <div className={styles.differ}>
          <span className={styles.label}>Why does it differ?</span>
          {others.map(({ at, words }) => (
            <Button
              key={words}
              size="small"
              onClick={doing(() =>
                onDiffer({ from: at, to: place, ...(only === undefined || single ? {} : { series: only }) }),
              )}
            >
              {words}
            </Button>
          ))}
        </div>
      )}
    </Card>
  );
}

/** The places that one would compare with: the one before, the same of the year before, any other. */
function comparedWith({ across }: ChartModel, place: number, spec: ChartSpec): { at: number; words: string }[] {
  const count = across.values.length - (across.ahead ?? 0);
  const before = place > 0 ? place - 1 : undefined;
  const follows = across.kind === 'time' || across.kind === 'cycle';
  const year =
    spec.across.as === 'time' && spec.across.step !== 'year'
      ? placesBefore(across.values.map(String), spec.across.step, spec.calendar)[place]
      : undefined;
  const other = place === 0 ? 1 : 0;
  return [
    ...(follows && before !== undefined
      ? [{ at: before, words: `Against ${across.labels[before]}, the one before` }]
      : []),
    ...(year !== undefined && year !== before
      ? [{ at: year, words: `Against ${across.labels[year]}, a year before` }]
      : []),
    ...(count > 1 ? [{ at: follows ? (before ?? other) : other, words: 'Against any other …' }] : []),
  ];
}

const MOST_INSIDE = 3;

/** The Groups that one could step into: those with more values first, since they are likelier parts of it. */
function groupsInside(model: ChartModel, place: number, spec: ChartSpec, { columns }: Sources) {
  if (spec.across.as !== 'group' || model.across.otherAt === place) return [];
  const path = new Set([spec.across.column, ...(spec.across.within ?? []).map((one) => one.column)]);
  const own = column(columns, spec.across.column).stats.distinct;
  return [...columns.values()]
    .filter((one) => one.role === 'group' && !path.has(one.key))
    .sort(
      (a, b) => Number(b.stats.distinct > own) - Number(a.stats.distinct > own) || a.stats.distinct - b.stats.distinct,
    )
    .slice(0, MOST_INSIDE);
}
