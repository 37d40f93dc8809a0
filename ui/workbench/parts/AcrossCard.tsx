'use client';

import { Radio, Select } from 'antd';
import { isLying, eachDrawing, isBanded, type ChartModel } from '@/core/layout';
import {
  column,
  GAPS,
  setLook,
  upperFirst,
  type ChartLook,
  type ChartSpec,
  type Sources,
  type Gaps,
} from '@/core/spec';
import { Card, Field, SelectField } from '../../cards/Card';
import styles from '../../cards/cards.module.css';
import { choicesFor } from '../menus';
import { CalendarFields } from '../CalendarFields';
import { useWork } from '../store';

const GAP_WORDS: Readonly<Record<Gaps, string>> = { open: 'Left open', bridge: 'Bridged', zero: 'Counted as zero' };

/** What runs across: its step, and what is done where there are no rows. */
export function AcrossCard({ model, spec, sources }: { model: ChartModel; spec: ChartSpec; sources: Sources }) {
  const edit = useWork((state) => state.edit);
  const { across } = spec;
  const name = column(sources.columns, across.column).name;
  const steps =
    across.as === 'time' || across.as === 'cycle' ? choicesFor({ text: '', control: 'step' }, spec, sources, []) : [];
  const chosen = steps.flatMap((group) => group.choices).find((choice) => choice.chosen)?.key;
  return (
    <Card name="Across" title={`Across: ${name}`}>
      {steps.length > 0 && (
        <Field label="Step">
          <Select
            size="small"
            aria-label="Step"
            value={chosen}
            onChange={(key) => {
              const found = steps.flatMap((group) => group.choices).find((choice) => choice.key === key);
              if (found?.edit) edit(found.edit);
            }}
            options={steps.map((group) => ({
              label: group.title,
              options: group.choices.map(({ key, words }) => ({ value: key, label: words })),
            }))}
          />
        </Field>
      )}
      {across.as === 'time' && (
        <>
          <Field label="Gaps">
            <Radio.Group
              aria-label="Gaps"
              size="small"
              value={across.gaps ?? gapsShown(model)}
              onChange={(event) =>
                edit((now) =>
                  now.across.as === 'time'
                    ? { ...now, across: { ...now.across, gaps: event.target.value as Gaps } }
                    : now,
                )
              }
              options={GAPS.map((gaps) => ({ value: gaps, label: GAP_WORDS[gaps] }))}
            />
          </Field>
          <Field label="Unfinished">
            <Radio.Group
              aria-label={`First and last ${across.step}, where unfinished`}
              size="small"
              value={across.partial ?? 'keep'}
              onChange={(event) =>
                edit((now) =>
                  now.across.as === 'time'
                    ? { ...now, across: { ...now.across, partial: event.target.value as 'keep' | 'leave-out' } }
                    : now,
                )
              }
              options={[
                { value: 'keep', label: 'Shown' },
                { value: 'leave-out', label: `Whole ${across.step}s only` },
              ]}
            />
          </Field>
        </>
      )}
      {across.as !== 'number' && eachDrawing(model).is !== 'pie' && !isLying(model) && (
        <SelectField
          label="Labels"
          name="Labels stand"
          value={spec.look?.labels ?? 'auto'}
          onChange={(labels: NonNullable<ChartLook['labels']> | 'auto') =>
            edit((now) => setLook(now, { labels: labels === 'auto' ? undefined : labels }))
          }
          options={[
            { value: 'auto', label: 'As there is room' },
            { value: 'level', label: 'Level' },
            { value: 'leaning', label: 'Leaning' },
            { value: 'standing', label: 'Upright' },
          ]}
        />
      )}
      {canScroll(model) && (
        <SelectField
          label="Many places"
          value={spec.look?.scroll ?? (across.as === 'group' ? 'start' : 'none')}
          onChange={(scroll: NonNullable<ChartLook['scroll']>) => edit((now) => setLook(now, { scroll }))}
          options={[
            { value: 'none', label: 'All at once' },
            { value: 'start', label: 'Scroll, from the first' },
            { value: 'end', label: across.as === 'time' ? 'Scroll, from the newest' : 'Scroll, from the last' },
          ]}
        />
      )}
      {across.as === 'time' && <CalendarFields spec={spec} />}
      {across.as === 'number' && <p className={styles.facts}>One dot per row.</p>}
      <p className={styles.why}>
        {upperFirst(
          model.across.kind === 'time'
            ? `${model.across.values.length.toLocaleString('en-GB')} places, unbroken from the first row to the last.`
            : `${model.across.values.length.toLocaleString('en-GB') || 'All'} places.`,
        )}
      </p>
    </Card>
  );
}

/** Columns, bars and dots have a width; lines are read whole. */
const canScroll = (model: ChartModel) =>
  model.drawing.is === 'plot' && model.across.values.length > 12 && isBanded(model.series, model);

function gapsShown(model: ChartModel): Gaps {
  return model.series.some((series) => series.gaps === 'bridge') ? 'bridge' : 'open';
}
