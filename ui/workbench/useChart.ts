import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { keepPreviousData, skipToken, useQuery, useQueryClient } from '@tanstack/react-query';
import type { ChartModel } from '@/core/layout';
import { carryOver } from '@/core/recommend';
import { goneFrom, otherSheets, type ChartSpec } from '@/core/spec';
import { api, ApiError, type Sheet, type Suggestion } from '../api';
import { drawChart, prepareChanges } from './chart-worker';
import { useWork, useWorkStore } from './store';

export interface Size {
  width: number;
  height: number;
}

/** What of the columns of a sheet decides what is recommended. */
export const columnsKey = ({ columns }: Pick<Sheet, 'columns'>) =>
  JSON.stringify(
    columns.map(({ name, type, role, meaning, rhythm, unit, summary, format, per }) => [
      ...[name, type, role, meaning, rhythm],
      ...[unit, summary, format, per],
    ]),
  );

const suggestionsKey = (sheet: Sheet, picks: readonly string[], size: Size) => [
  'suggestions',
  sheet.id,
  sheet.version,
  columnsKey(sheet),
  sheet.row?.is,
  sheet.colors,
  picks,
  size.width,
  size.height,
];
export const previewKey = (
  spec: ChartSpec | undefined,
  sheet: Sheet,
  others: readonly Pick<Sheet, 'id' | 'version' | 'name' | 'columns' | 'row'>[],
  size: Size,
) => [
  'preview',
  spec,
  sheet.version,
  columnsKey(sheet),
  sheet.row?.name,
  sheet.colors,
  size.width,
  size.height,
  others.map((other) => [other.id, other.version, other.name, columnsKey(other), other.row?.name]),
];

const lacksColumns = (spec: ChartSpec, { columns }: Sheet) =>
  goneFrom(spec, { columns: new Map(columns.map((column) => [column.key, column])) }).some(({ is }) => is === 'column');

/** Picking: the new picks show at once, the chart they make follows as one step of undo. The last wish wins. */
export function usePicking(sheet: Sheet, shown: Size) {
  // Suggestions keep the size that the first chart had: they are small pictures, and a legend more or less does not change them.
  const [first, setFirst] = useState<Size>();
  if (!first && shown.width > 0) setFirst(shown);
  const size = first ?? shown;
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
        // Of a chart that names columns that are gone nothing is carried over: it would only fail again.
        const carried = best && (spec && lacksColumns(spec, sheet) ? best : carryOver(recommended, spec, best));
        if (carried && best && JSON.stringify(carried) === JSON.stringify(best))
          client.setQueryData<DrawnChart>(previewKey(carried, sheet, [], size), {
            spec: carried,
            model: suggestions[0].model,
          });
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

  // Columns that are not there any more are no picks of a new chart.
  const held = useMemo(() => picks.filter((key) => sheet.columns.some((column) => column.key === key)), [picks, sheet]);
  const picked = wanted ?? held;
  const toggle = useCallback(
    (key: string) => setPicks(picked.includes(key) ? picked.filter((one) => one !== key) : [...picked, key]),
    [setPicks, picked],
  );
  const busy = wanted !== undefined;
  return useMemo(
    () => ({ picks: picked, size, busy, error, toggle, setPicks }),
    [picked, size, busy, error, toggle, setPicks],
  );
}

/** A drawing, and the chart that it is of: until a change is drawn, the drawing is of the chart before. */
export interface DrawnChart {
  readonly spec: ChartSpec;
  readonly model: ChartModel;
}

/** The drawing model of the chart in work; the old one stays until the new one is there, and a slow one can be given up. */
export function usePreview(sheet: Sheet, others: readonly Sheet[], size: Size, lacking = false, lost = 0) {
  const store = useWorkStore();
  const client = useQueryClient();
  const spec = useWork((state) => state.spec);
  const recommended = useWork((state) => state.recommended);
  // Until the other sheets are there nothing can be drawn of them; those that were deleted do not come any more.
  const ready = spec !== undefined && !lacking && size.width > 0 && otherSheets(spec).length === others.length + lost;
  const query = useQuery<DrawnChart>({
    queryKey: previewKey(spec, sheet, others, size),
    queryFn: ready
      ? async ({ signal }) => ({ spec, model: await drawChart(spec, sheet, others, size, signal) })
      : skipToken,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const { data, isFetching } = query;
  const drawn = data !== undefined && !isFetching;
  const prepared = useRef<ChartSpec>(undefined);
  useEffect(() => {
    // A chart that was just recommended is drawn already: its grain is fetched for the changes to come.
    if (!recommended || !drawn || !ready || prepared.current === recommended) return undefined;
    prepared.current = recommended;
    void prepareChanges(recommended, sheet, others).catch(() => undefined);
    return undefined;
  }, [recommended, drawn, ready, sheet, others]);
  const cancel = useCallback(() => {
    void client.cancelQueries({ queryKey: ['preview'] });
    store.temporal.getState().undo();
  }, [client, store]);
  const shown = spec ? data : undefined;
  return { spec, model: shown?.model, drawnFor: shown?.spec, fetching: isFetching, error: query.error, cancel };
}

export function useSuggestions(sheet: Sheet, size: Size): Suggestion[] {
  const picks = useWork((state) => state.picks);
  const there = picks.every((key) => sheet.columns.some((column) => column.key === key));
  const query = useQuery({
    queryKey: suggestionsKey(sheet, picks, size),
    queryFn: () => api.suggestions(sheet.id, picks, size.width, size.height),
    enabled: there && picks.length > 0 && size.width > 0,
    placeholderData: keepPreviousData,
  });
  return useMemo(() => (picks.length > 0 ? (query.data ?? []) : []), [picks.length, query.data]);
}
