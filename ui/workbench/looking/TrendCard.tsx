'use client';

import { useEffect, useMemo, useRef, useState } from 'react';
import { Button, Input, InputNumber, Select, Slider } from 'antd';
import { candidatesOf, METHOD_WORDS, PALETTE, type ChartModel, type ModelTrend } from '@/core/layout';
import {
  addTrend,
  MOST_AHEAD,
  removeTrend,
  setTrend,
  STAYING,
  type ChartSpec,
  type Sources,
  type Trend,
} from '@/core/spec';
import { Card, Field, SelectField } from '../../cards/Card';
import { ColorField } from '../../cards/ColorField';
import cards from '../../cards/cards.module.css';
import { DASHES, LineWidth } from '../parts/mark-fields';
import { useWork } from '../store';
import { TrendPicture } from './TrendPicture';
import styles from './looking.module.css';

interface Props {
  model: ChartModel;
  spec: ChartSpec;
  sources: Sources;
  /** The trend that is changed; without one a new one is chosen. */
  id?: string;
}

const EACH = '(each)';

/** A trend: which kind misses least, what it says, how far it is carried on, and how it looks. */
export function TrendCard({ model, spec, sources, id }: Props) {
  const edit = useWork((state) => state.edit);
  const [added, setAdded] = useState<string>();
  const [comparing, setComparing] = useState(id === undefined);
  const trend = spec.trends?.find((one) => one.id === (id ?? added));
  const drawn = model.trends?.filter((one) => one.id === trend?.id) ?? [];
  const [picked, setPicked] = useState<string>();
  const followed = trend ? (trend.series ?? EACH) : (picked ?? model.series[0]?.id ?? EACH);
  const shown =
    model.series.find((one) => one.id === followed) ??
    model.series.find(({ layer }) => layer === trend?.layer) ??
    model.series[0];
  const offered = useMemo(
    () => (comparing && shown ? candidatesOf(model, shown.id, spec, sources) : []),
    [comparing, model, shown, spec, sources],
  );
  const choose = (kind: Trend['kind'], degree?: number) => {
    const as = { kind, degree };
    if (trend) {
      edit((now) => setTrend(now, trend.id, as));
      return;
    }
    if (!shown) return;
    const each = followed === EACH;
    edit((now) => {
      const next = addTrend(now, {
        layer: shown.layer,
        ...(each || model.series.length === 1 ? {} : { series: shown.id }),
        kind,
        ...(degree === undefined ? {} : { degree }),
      });
      setAdded(next.trends?.at(-1)?.id);
      return next;
    });
    setComparing(false);
  };
  const change = (next: Partial<Trend>) => trend && edit((now) => setTrend(now, trend.id, next));
  // The kind that was chosen goes with the list: the focus stays in the card.
  const again = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (!comparing && added !== undefined) again.current?.focus({ preventScroll: true });
  }, [comparing, added]);
  const several = model.series.length > 1;
  return (
    <Card name="A trend" title={drawn[0]?.name.split(',')[0] ?? 'A trend'}>
      {several && (
        <SelectField
          label="Follows"
          search
          value={followed}
          onChange={(next: string) => {
            if (!trend) setPicked(next);
            else {
              const one = model.series.find((series) => series.id === next);
              change({ series: next === EACH ? undefined : next, layer: one?.layer ?? trend.layer });
            }
          }}
          options={[
            { value: EACH, label: 'Each of them' },
            ...model.series.map((series) => ({ value: series.id, label: series.name })),
          ]}
        />
      )}
      {trend && drawn.length > 0 && <Told trend={trend} drawn={drawn[0]} more={drawn.length - 1} />}
      {trend && drawn.length === 0 && (
        <p className={cards.error} role="alert">
          {(model.refused ?? []).find((one) => one.id === trend.id)?.why ?? 'It is not drawn.'}
        </p>
      )}
      {trend && <Settings trend={trend} drawn={drawn[0]} spec={spec} change={change} />}
      {comparing ? (
        <>
          <p className={cards.hint}>
            {offered.length > 0
              ? 'The kinds that can be drawn. The first misses least, each judged by places that it was not shown.'
              : 'No kind of trend can be drawn: there are too few values, or all are the same.'}
          </p>
          <ul className={styles.kinds} aria-label="Kinds of trend">
            {offered.map(({ kind, degree, line, name, misses }) => {
              const chosen = trend?.kind === kind && (kind !== 'polynomial' || (trend.degree ?? 2) === degree);
              return (
                <li key={`${kind} ${degree ?? ''}`}>
                  <button
                    type="button"
                    aria-pressed={chosen}
                    onClick={() => choose(kind, degree)}
                    title={METHOD_WORDS[kind]}
                  >
                    {shown && (
                      <TrendPicture
                        model={model}
                        series={shown.id}
                        values={line.values}
                        curve={line.curve}
                        color={PALETTE[0]}
                      />
                    )}
                    <b>{name}</b>
                    <span>{misses}</span>
                  </button>
                </li>
              );
            })}
          </ul>
        </>
      ) : (
        <p>
          <button ref={again} type="button" className="action" onClick={() => setComparing(true)}>
            Compare the kinds
          </button>
        </p>
      )}
      {trend && (
        <p className={styles.foot}>
          <button type="button" className="action" onClick={() => edit((now) => removeTrend(now, trend.id))}>
            Take it away
          </button>
        </p>
      )}
    </Card>
  );
}

/** What the trend says, to be read and copied. */
function Told({ trend, drawn, more }: { trend: Trend; drawn: ModelTrend; more: number }) {
  const [copied, setCopied] = useState(false);
  const copy = () => {
    void navigator.clipboard?.writeText(drawn.equation ?? '').then(() => setCopied(true));
  };
  const { r2, misses, equation, growth, n } = drawn;
  return (
    <div className={styles.told}>
      <p>
        It {growth ? `${growth} and ` : ''}
        <strong>{misses}</strong>
        {r2 !== undefined &&
          `, and accounts for ${Math.max(Math.round(r2 * 100), 0)} % of how the values differ (r² ${r2.toFixed(3)})`}
        .{more > 0 && ` That is ${drawn.name}; ${more} more have their own.`}
      </p>
      {equation && (
        <p className={styles.equation}>
          <code>{equation}</code>
          <button type="button" className="action" onClick={copy}>
            {copied ? 'Copied' : 'Copy'}
          </button>
        </p>
      )}
      <p className={cards.hint}>
        Made of {n.toLocaleString('en-GB')} values: {METHOD_WORDS[trend.kind]}.
        {trend.band &&
          ` The band holds ${trend.band === 0.8 ? '8 in 10' : '19 in 20'} single values, if things go on as they did.`}
      </p>
    </div>
  );
}

function Settings({
  trend,
  drawn,
  spec,
  change,
}: {
  trend: Trend;
  drawn: ModelTrend | undefined;
  spec: ChartSpec;
  change: (next: Partial<Trend>) => void;
}) {
  const { kind, ahead = 0 } = trend;
  const stays = STAYING.includes(kind);
  const step = spec.across.as === 'time' ? spec.across.step : undefined;
  const [name, setName] = useState(trend.name ?? '');
  return (
    <>
      {step && !stays && (
        <Field label={`${upper(step)}s ahead`}>
          <InputNumber
            size="small"
            aria-label="Carried on"
            min={0}
            max={MOST_AHEAD}
            value={ahead}
            onChange={(value) =>
              change({ ahead: value && value > 0 ? Math.min(Math.round(value), MOST_AHEAD) : undefined })
            }
          />
          {[3, 6, 12].map((steps) => (
            <Button
              key={steps}
              size="small"
              type={ahead === steps ? 'primary' : 'default'}
              onClick={() => change({ ahead: steps })}
            >
              {steps}
            </Button>
          ))}
        </Field>
      )}
      {!stays && (
        <SelectField
          label="Band"
          value={trend.band ?? 0}
          onChange={(band: number) => change({ band: band === 0 ? undefined : (band as NonNullable<Trend['band']>) })}
          options={[
            { value: 0, label: 'None' },
            { value: 0.8, label: 'Holds 8 in 10 values' },
            { value: 0.95, label: 'Holds 19 in 20 values' },
          ]}
        />
      )}
      {kind === 'polynomial' && (
        <SelectField
          label="Bends"
          value={trend.degree ?? 2}
          onChange={(degree: number) => change({ degree })}
          options={[2, 3, 4, 5, 6].map((degree) => ({
            value: degree,
            label: degree === 2 ? 'One' : String(degree - 1),
          }))}
        />
      )}
      {kind === 'moving-average' && (
        <Field label={step ? `Over ${step}s` : 'Over places'}>
          <InputNumber
            size="small"
            aria-label="Over"
            min={2}
            max={1000}
            value={trend.over ?? 3}
            onChange={(over) => change({ over: over ?? undefined })}
          />
        </Field>
      )}
      {kind === 'seasonal' && (
        <Field label="A season has">
          <InputNumber
            size="small"
            aria-label="Places in a season"
            min={2}
            max={1000}
            value={trend.period}
            placeholder="as the calendar"
            onChange={(period) => change({ period: period ?? undefined })}
          />
        </Field>
      )}
      {kind === 'smooth' && (
        <Field label="Smoothness">
          <Slider
            ariaLabelForHandle="Smoothness"
            min={0.2}
            max={1}
            step={0.05}
            value={trend.span ?? 0.75}
            onChange={(span) => change({ span })}
            tooltip={{ formatter: (value) => `${Math.round((value ?? 0) * 100)} % of the values at a time` }}
          />
        </Field>
      )}
      <Field label="Looks">
        <ColorField
          bare
          label="Colour of the trend"
          value={trend.style?.color ?? drawn?.color}
          onChange={(color) => change({ style: { ...trend.style, color } })}
        />
        <Select
          size="small"
          aria-label="Line of the trend"
          value={trend.style?.dash ?? drawn?.dash}
          onChange={(dash) => change({ style: { ...trend.style, dash } })}
          options={[...DASHES]}
        />
        <LineWidth
          value={trend.style?.width}
          placeholder="Ours"
          onChange={(width) => change({ style: { ...trend.style, width } })}
        />
      </Field>
      <Field label="Name">
        <Input
          size="small"
          aria-label="Name of the trend"
          value={name}
          placeholder="Ours"
          maxLength={300}
          onChange={(event) => setName(event.target.value)}
          onBlur={() => change({ name: name.trim() || undefined })}
          onPressEnter={() => change({ name: name.trim() || undefined })}
        />
      </Field>
    </>
  );
}

const upper = (word: string) => word.charAt(0).toUpperCase() + word.slice(1);
