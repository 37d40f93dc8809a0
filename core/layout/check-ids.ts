export const CHECK_IDS = [
  'not-from-zero', 'cut-off', 'unread', 'missing', 'gaps', 'joined', 'partial-first', 'partial-last', 'rate-totalled', 'mean-of-means', 'key-totalled', 'few-rows',
  'totals-rows', 'too-many-series', 'too-many-slices', 'stacked-negative', 'two-scales', 'third-unit', 'log-suggested', 'form-unsuited', 'filter-hides', 'set-aside',
  'left-out', 'unmatched', 'ambiguous-dates', 'empty', 'merged-points',
] as const;
export type CheckId = (typeof CHECK_IDS)[number];
