import type { ChartSpec } from '@/core/spec';

/** One line of a small menu in the sentence. */
export interface Choice {
  readonly key: string;
  readonly words: string;
  readonly chosen?: boolean;
  /** What choosing it does: a change to the chart, or other picks, which are recommended anew. */
  readonly edit?: (spec: ChartSpec) => ChartSpec;
  readonly picks?: readonly string[];
  /** Opens a card with more to say. */
  readonly opens?: Editor;
}
/** A card of the sentence: a formula, a layer out of another sheet, a filter. */
export type Editor =
  | { readonly kind: 'formula'; readonly layer?: string }
  | { readonly kind: 'sheet'; readonly layer?: string }
  | { readonly kind: 'filter'; readonly at?: number }
  | { readonly kind: 'calendar' }
  | { readonly kind: 'trend'; readonly id?: string }
  | { readonly kind: 'line'; readonly at?: 'value' | 'figure' | 'place' | 'sheet' }
  | { readonly kind: 'remark' }
  | { readonly kind: 'colors'; readonly layer: string };

export interface ChoiceGroup {
  readonly title?: string;
  readonly choices: readonly Choice[];
}
