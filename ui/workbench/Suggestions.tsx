'use client';

import { memo } from 'react';
import type { Form } from '@/core/layout';
import type { ChartSpec } from '@/core/spec';
import type { Suggestion } from '../api';
import { ChartDrawing } from '../chart/ChartDrawing';
import { DrawingBoundary } from '../theme/DrawingBoundary';
import { useWorkStore } from './store';
import styles from './Suggestions.module.css';

const FORM_WORDS: Readonly<Record<Form, string>> = {
  line: 'Lines',
  scatter: 'Scatter',
  combo: 'Combo',
  column: 'Columns',
  bar: 'Bars',
  area: 'Areas',
  dot: 'Dots',
  pie: 'Pie',
  number: 'Single figure',
};

/** What a suggestion is called, by its form and what sets it apart. */
export function suggestionName({ form, spec }: Pick<Suggestion, 'form' | 'spec'>): string {
  if (spec.across.as === 'cycle')
    return spec.split?.step === 'year'
      ? 'Year over year'
      : spec.across.cycle === 'weekday'
        ? 'Days of the week'
        : 'By month of the year';
  if (spec.across.as === 'bins') return 'Spread';
  if (spec.panels) return 'Small copies';
  const [layer] = spec.layers;
  if (spec.layers.some(({ stack }) => stack === 'share')) return 'Parts of 100 %';
  if (spec.layers.some(({ stack }) => stack === 'stacked'))
    return layer.shape === 'area' ? 'Stacked areas' : 'Stacked columns';
  if (spec.layers.some(({ shape }) => shape === 'target')) return 'Columns and targets';
  if (form === 'line' && spec.split?.keep) return `The largest ${spec.split.keep}`;
  if (form === 'combo')
    return spec.layers.every((layer) => layer.shape === spec.layers[0].shape)
      ? 'Two scales'
      : spec.layers.some((layer) => layer.shape === 'dot')
        ? 'Columns and dots'
        : 'Columns and line';
  if (form === 'line' && spec.layers.length === 1 && !spec.split) return 'Line';
  return FORM_WORDS[form];
}

/** Forms that suit the picks, drawn from the sheet's own rows, best first. */
export const Suggestions = memo(function Suggestions({
  suggestions,
  chosen,
}: {
  suggestions: readonly Suggestion[];
  chosen?: Suggestion;
}) {
  const store = useWorkStore();
  if (suggestions.length === 0) return null;
  const choose = (suggestion: Suggestion) => {
    const { spec } = store.getState();
    const kept: Partial<ChartSpec> = spec ? { filters: spec.filters, text: { ...spec.text, series: undefined } } : {};
    store.getState().set({ spec: { ...suggestion.spec, ...kept }, recommended: { ...suggestion.spec, ...kept } });
  };
  return (
    <section className={styles.strip} aria-label="Suggestions">
      <h2 className={styles.heading}>Other ways to see these columns</h2>
      <ul className={styles.list}>
        {suggestions.map((suggestion, i) => (
          <li key={i}>
            <button
              type="button"
              className={styles.card}
              aria-pressed={suggestion === chosen}
              onClick={() => choose(suggestion)}
            >
              <span className={styles.picture} aria-hidden>
                <DrawingBoundary small what="This picture" of={[suggestion.model]}>
                  <ChartDrawing model={suggestion.model} small width={146} height={62} />
                </DrawingBoundary>
              </span>
              <span className={styles.name}>{suggestionName(suggestion)}</span>
              <span className={styles.reason} title={suggestion.reasons.join(' ')}>
                {suggestion.reasons[0]}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
});
