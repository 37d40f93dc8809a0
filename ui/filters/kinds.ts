import type { Filter } from '@/core/spec';

export type Change = (filter: Filter) => void;
export type KeepFilter = Extract<Filter, { keep: unknown[] }>;
export type RangeFilter = Extract<Filter, { from?: unknown; to?: unknown }>;
export type WindowFilter = Extract<Filter, { window: unknown }>;
export type TopFilter = Extract<Filter, { top: number }>;
