import { useCallback, useMemo, useRef, useState } from 'react';
import { keepPreviousData, skipToken, useQuery, useQueryClient } from '@tanstack/react-query';
import type { ChartModel } from '@/core/layout';
import { carryOver } from '@/core/recommend';
import type { ChartSpec } from '@/core/spec';
import { api, ApiError, type Sheet, type Suggestion } from '../api';
import { useWork, useWorkStore } from './store';

export interface Size {
  width: number;
  height: number;
}

const suggestionsKey = (sheet: Sheet, picks: readonly string[], size: Size) => [
  'suggestions',
  sheet.id,
  JSON.stringify(sheet.columns.map(({ type, role, unit, summary, format }) => [type, role, unit, summary, format])),
  picks,
  size.width,
  size.height,
];
const previewKey = (spec: ChartSpec | undefined, sheet: Sheet, size: Size) => [
  'preview',
  spec,
  sheet.columns.map(({ name, unit, type, format }) => [name, unit, type, format]),
  size.width,
  size.height,
];

/** Picking: the new picks show at once, the chart they make follows as one step of undo. The last wish wins. */
export function usePicking(sheet: Sheet, size: Size) {
  const store = useWorkStore();
  const client = useQueryClient();
  const picks = useWork((state) => state.picks);
  const [wanted, setWanted] = useState<string[]>();
  const [error, setError] = useState<string>();
  const turn = useRef(0);

  const setPicks = useCallback(
    async (next: string[]) => {
      const mine = ++turn.current;
      setError(undefined);
      if (next.length === 0) {
        setWanted(undefined);
        store.getState().set({ picks: [], spec: undefined, recommended: undefined });
        return;
      }
      setWanted(next);
      try {
        const suggestions = await client.fetchQuery({
          queryKey: suggestionsKey(sheet, next, size),
          queryFn: () => api.suggestions(sheet.id, next, size.width, size.height),
        });
        if (mine !== turn.current) return;
        const best = suggestions[0]?.spec;
        const { recommended, spec } = store.getState();
        const carried = best && carryOver(recommended, spec, best);
        if (carried && best && JSON.stringify(carried) === JSON.stringify(best))
          client.setQueryData(previewKey(carried, sheet, size), suggestions[0].model);
        store.getState().set({ picks: next, spec: carried, recommended: best });
      } catch (thrown) {
        if (mine === turn.current)
          setError(thrown instanceof ApiError ? thrown.message : 'The chart could not be drawn.');
      } finally {
        if (mine === turn.current) setWanted(undefined);
      }
    },
    [client, sheet, size, store],
  );

  const shown = wanted ?? picks;
  const toggle = useCallback(
    (key: string) => setPicks(shown.includes(key) ? shown.filter((one) => one !== key) : [...shown, key]),
    [setPicks, shown],
  );
  return { picks: shown, busy: wanted !== undefined, error, toggle, setPicks };
}

/** The drawing model of the chart in work; the old one stays until the new one is there. */
export function usePreview(sheet: Sheet, size: Size) {
  const spec = useWork((state) => state.spec);
  const query = useQuery<ChartModel>({
    queryKey: previewKey(spec, sheet, size),
    queryFn: spec && size.width > 0 ? ({ signal }) => api.preview(spec, size.width, size.height, signal) : skipToken,
    placeholderData: keepPreviousData,
  });
  return { spec, model: spec ? query.data : undefined, fetching: query.isFetching, error: query.error };
}

export function useSuggestions(sheet: Sheet, size: Size): Suggestion[] {
  const picks = useWork((state) => state.picks);
  const query = useQuery({
    queryKey: suggestionsKey(sheet, picks, size),
    queryFn: () => api.suggestions(sheet.id, picks, size.width, size.height),
    enabled: picks.length > 0 && size.width > 0,
    placeholderData: keepPreviousData,
  });
  return useMemo(() => (picks.length > 0 ? (query.data ?? []) : []), [picks.length, query.data]);
}
