'use client';

import { memo, useMemo, useRef, useState, type ReactNode } from 'react';
import { Select } from 'antd';
import { isDated } from '@/core/inference';
import { candidatesOf, METHOD_WORDS, type ChartModel } from '@/core/layout';
import { addRemark, hasOrder, setRemarkColumns, type ChartSpec, type Sources } from '@/core/spec';
import { CardPopover } from '../../cards/CardPopover';
import type { RemarkLight } from '../../chart/drawing';
import { useWork } from '../store';
import { ReferenceCard } from './ReferenceCard';
import { RemarkCard } from './RemarkCard';
import { TrendCard } from './TrendCard';
import styles from './looking.module.css';

interface Props {
  model: ChartModel;
  spec: ChartSpec;
  sources: Sources;
  light: RemarkLight;
  onClose: () => void;
}

type Open = { is: 'trend' | 'reference' | 'remark'; id?: string };

/** What is to be seen beside the chart: remarks, what stands out, how it goes on, lines to compare with, what moves together. */
export const LookPanel = memo(function LookPanel({ model, spec, sources, light, onClose }: Props) {
  const [open, setOpen] = useState<Open>();
  const close = () => setOpen(undefined);
  const card =
    open?.is === 'trend' ? (
      <TrendCard key={open.id ?? 'new'} model={model} spec={spec} sources={sources} id={open.id} />
    ) : open?.is === 'reference' ? (
      <ReferenceCard key={open.id ?? 'new'} model={model} spec={spec} id={open.id} onDone={close} />
    ) : open?.is === 'remark' ? (
      <RemarkCard key={open.id ?? 'new'} model={model} id={open.id} onDone={close} />
    ) : undefined;
  const placed = !model.points && !model.panels;
  return (
    <aside className={styles.panel} aria-label="Look closer">
      <CardPopover
        open={card !== undefined}
        onOpenChange={(next) => !next && close()}
        placement="leftTop"
        content={card}
      >
        <span className={styles.anchor} />
      </CardPopover>
      <button type="button" className={styles.close} aria-label="Close the closer look" onClick={onClose}>
        ×
      </button>
      {placed && <RemarkList model={model} spec={spec} sources={sources} light={light} onOpen={setOpen} />}
      {(model.findings?.length ?? 0) > 0 && <Findings model={model} />}
      <GoesOn model={model} spec={spec} sources={sources} onOpen={setOpen} />
      <Lines model={model} spec={spec} onOpen={setOpen} />
      {(model.relations?.length ?? 0) > 0 && (
        <Section title="Do they move together?">
          {model.relations?.map((one) => (
            <p key={`${one.a} ${one.b}`} className={styles.said}>
              {model.points && model.series.length > 1 && <b>{model.series.find(({ id }) => id === one.a)?.name}: </b>}
              {one.message}
            </p>
          ))}
        </Section>
      )}
    </aside>
  );
});

function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className={styles.section}>
      <h2>{title}</h2>
      {children}
    </section>
  );
}

const NO_COLUMN: string[] = [];

function RemarkList({
  model,
  spec,
  sources,
  light,
  onOpen,
}: Pick<Props, 'model' | 'spec' | 'sources' | 'light'> & { onOpen: (open: Open) => void }) {
  const edit = useWork((state) => state.edit);
  const list = useRef<HTMLOListElement>(null);
  const columns = spec.remarks?.columns ?? NO_COLUMN;
  const offered = useMemo(() => textColumns(spec, sources), [spec, sources]);
  const remarks = model.remarks ?? [];
  return (
    <Section title="Remarks">
      {remarks.length > 0 && (
        <ol ref={list} className={styles.remarks}>
          {remarks.map(({ number, id, at, text, strong }) => {
            const lit = light.lit === number;
            return (
              <li key={number} data-lit={lit || undefined}>
                <button
                  type="button"
                  data-remark-line={number}
                  onMouseEnter={() => light.onLight(number)}
                  onMouseLeave={() => light.onLight(undefined)}
                  onFocus={() => light.onLight(number)}
                  onBlur={() => light.onLight(undefined)}
                  onClick={() => (id === undefined ? light.onChoose(number) : onOpen({ is: 'remark', id }))}
                >
                  <i aria-hidden>{number}</i>
                  <span>
                    <b>{model.across.labels[at]}</b>
                    {strong && <strong>{strong}</strong>}
                    {text && <span>{text}</span>}
                  </span>
                </button>
              </li>
            );
          })}
        </ol>
      )}
      <p className={styles.adds}>
        <button type="button" className="action" onClick={() => onOpen({ is: 'remark' })}>
          + Add a remark
        </button>
      </p>
      {offered.length > 0 && (
        <Select
          size="small"
          mode="multiple"
          maxCount={2}
          className={styles.take}
          aria-label="Take remarks from columns"
          placeholder="Take them from a column"
          value={columns}
          onChange={(next: string[]) => edit((now) => setRemarkColumns(now, next))}
          options={offered.map(({ key, name }) => ({ value: key, label: name }))}
        />
      )}
    </Section>
  );
}

/** The columns whose texts can be remarks: notes first, then other texts that are not in the chart. */
function textColumns({ across, split }: ChartSpec, { columns }: Sources) {
  if (across.as === 'rows' || across.as === 'number') return [];
  const free = [...columns.values()].filter(
    (one) =>
      one.type === 'text' &&
      one.role !== 'key' &&
      one.key !== across.column &&
      one.key !== split?.column &&
      !isDated(one),
  );
  const notes = free.filter(({ role }) => role === 'note');
  return notes.length > 0 ? notes : free.filter(({ stats }) => stats.missing > stats.count);
}

function Findings({ model }: { model: ChartModel }) {
  const edit = useWork((state) => state.edit);
  const kept = new Set((model.remarks ?? []).map(({ text }) => text));
  const placed = !model.points && !model.panels;
  return (
    <Section title="What stands out">
      <ul className={styles.findings} aria-label="What stands out">
        {model.findings?.map(({ id, message, at, series }) => (
          <li key={id}>
            <span>{message}</span>
            <span className={styles.doings}>
              {placed && at !== undefined && (
                <button
                  type="button"
                  className="action"
                  disabled={kept.has(message)}
                  aria-label={`Keep as a remark: ${message}`}
                  onClick={() =>
                    edit((now) =>
                      addRemark(now, {
                        at: model.across.values[at],
                        text: message,
                        ...(series === undefined || model.series.length < 2 ? {} : { series }),
                      }),
                    )
                  }
                >
                  {kept.has(message) ? 'Kept' : 'Keep'}
                </button>
              )}
              <button
                type="button"
                className="action"
                aria-label={`As the title: ${message}`}
                onClick={() => edit((now) => ({ ...now, text: { ...now.text, title: message.replace(/\.$/, '') } }))}
              >
                As title
              </button>
            </span>
          </li>
        ))}
      </ul>
    </Section>
  );
}

/** Of more places than these kinds are compared only where they are asked for. */
const MOST_COMPARED = 600;

function GoesOn({
  model,
  spec,
  sources,
  onOpen,
}: Pick<Props, 'model' | 'spec' | 'sources'> & { onOpen: (open: Open) => void }) {
  const ordered = hasOrder(spec, sources.columns) && !model.panels;
  const trends = model.trends ?? [];
  const [first] = model.series;
  const offered = useMemo(
    () =>
      ordered && first && model.series.length === 1 && (model.points ?? first.values).length <= MOST_COMPARED
        ? candidatesOf(model, first.id, spec, sources)
        : [],
    [model, first, spec, sources, ordered],
  );
  if (!ordered || (model.drawing.is !== 'plot' && model.drawing.is !== 'scatter')) return null;
  const drawn = new Set(trends.map(({ kind }) => kind));
  const others = offered.filter(({ kind }) => !drawn.has(kind));
  const band = spec.trends?.find((one) => one.band)?.band;
  return (
    <Section title={spec.across.as === 'time' ? 'How it goes on' : 'Trends'}>
      {trends.length > 0 && (
        <ul className={styles.trends}>
          {trends.slice(0, 12).map((trend) => (
            <li key={`${trend.id} ${trend.of}`}>
              <button
                type="button"
                onClick={() => onOpen({ is: 'trend', id: trend.id })}
                title={METHOD_WORDS[trend.kind]}
              >
                <i style={{ background: trend.color }} aria-hidden />
                <span>
                  <b>{trend.name}</b> {trend.growth ? `${trend.growth}, ` : ''}
                  {trend.misses}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
      {others.length > 0 && (
        <p className={styles.others}>
          {trends.length === 0 ? 'It could be followed by: ' : 'Others: '}
          {others
            .slice(0, 3)
            .map(
              ({ name, misses }) =>
                `${name.charAt(0).toLowerCase()}${name.slice(1)} (${misses.replace(' on average', '')})`,
            )
            .join(' · ')}
        </p>
      )}
      {band && (
        <p className={styles.others}>
          The band holds {band === 0.8 ? '8 in 10' : '19 in 20'}, if things go on as they did.
        </p>
      )}
      <p className={styles.adds}>
        <button type="button" className="action" onClick={() => onOpen({ is: 'trend' })}>
          + A trend
        </button>
      </p>
    </Section>
  );
}

function Lines({ model, spec, onOpen }: Pick<Props, 'model' | 'spec'> & { onOpen: (open: Open) => void }) {
  if (model.drawing.is === 'pie' || model.drawing.is === 'figure') return null;
  return (
    <Section title="Lines to compare with">
      <ul className={styles.trends}>
        {(spec.references ?? []).map(({ id, name, from }) => {
          const own = (model.references ?? []).filter((one) => one.id === id);
          const words = from
            ? `${own.length} ${own.length === 1 ? 'date' : 'dates'} of ${name ?? 'another sheet'}`
            : (own[0]?.label ?? name ?? 'A line');
          return (
            <li key={id}>
              <button type="button" onClick={() => onOpen({ is: 'reference', id })}>
                <i style={{ background: own[0]?.color ?? 'var(--rule-strong)' }} aria-hidden />
                <span>{words}</span>
              </button>
            </li>
          );
        })}
      </ul>
      <p className={styles.adds}>
        <button type="button" className="action" onClick={() => onOpen({ is: 'reference' })}>
          + A line or band
        </button>
      </p>
    </Section>
  );
}
