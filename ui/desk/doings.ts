import type { QueryClient } from '@tanstack/react-query';
import { api, ApiError, type ListedChart, type SavedChart, type Sheet } from '../api';

/** Gives a saved chart another name, never another title; it is changed as it is now, whoever changed it last. */
export async function renameChart(client: QueryClient, id: string, name: string): Promise<SavedChart> {
  const { spec, revision } = await api.chart(id);
  const next = await api.replaceChart(id, spec, revision, name);
  client.setQueryData(['chart', id], next);
  await client.invalidateQueries({ queryKey: ['charts'] });
  return next;
}

/** A second chart like a saved one, under a name that tells them apart. */
export async function copyChart(client: QueryClient, { id, name }: Pick<ListedChart, 'id' | 'name'>) {
  const { spec } = await api.chart(id);
  const copy = await api.saveChart(spec, `${name} (copy)`.slice(-300));
  await client.invalidateQueries({ queryKey: ['charts'] });
  return copy;
}

export async function renameSheet(client: QueryClient, id: string, name: string): Promise<void> {
  const next = await api.renameSheet(id, name);
  client.setQueryData(['sheet', id], next);
  await client.invalidateQueries({ queryKey: ['sheets'] });
}

export async function copySheet(client: QueryClient, id: string): Promise<void> {
  await api.copySheet(id);
  await client.invalidateQueries({ queryKey: ['sheets'] });
}

/** Gives a board another name; it is changed as it is now, whoever changed it last. */
export async function renameBoard(client: QueryClient, id: string, name: string): Promise<void> {
  const { tiles, filters, refresh, revision } = await api.board(id);
  client.setQueryData(['board', id], await api.replaceBoard(id, { name, tiles, filters, refresh }, revision));
  await client.invalidateQueries({ queryKey: ['boards'] });
}

/** A second board like a saved one, under a name that tells them apart. */
export async function copyBoard(client: QueryClient, id: string) {
  const [{ name, tiles, filters, refresh }, charts] = await Promise.all([api.board(id), api.charts()]);
  // A tile whose chart was deleted shows nothing that a copy could keep.
  const there = tiles.filter(({ show }) => !('chart' in show) || charts.some((chart) => chart.id === show.chart));
  const copy = await api.saveBoard({ name: `${name} (copy)`.slice(0, 200), tiles: there, filters, refresh });
  await client.invalidateQueries({ queryKey: ['boards'] });
  return copy;
}

/** What deleting a sheet takes with it, in a sentence each. */
export async function whatGoes(sheet: Pick<Sheet, 'id'>): Promise<string[]> {
  const { goes, loses, boards } = await api.sheetCharts(sheet.id);
  const named = (charts: readonly { title: string }[]) => {
    const shown = charts.slice(0, 4).map(({ title }) => `“${title}”`);
    const more = charts.length - shown.length;
    return `${shown.join(', ')}${more > 0 ? ` and ${more} more` : ''}`;
  };
  return [
    goes.length === 0
      ? 'Its rows are deleted. No saved chart is made of it.'
      : `Its rows are deleted, and with them ${goes.length === 1 ? 'the chart' : `${goes.length} charts`} ${named(goes)}.`,
    ...(loses.length > 0
      ? [`${named(loses)} ${loses.length === 1 ? 'loses' : 'lose'} a layer that comes from it.`]
      : []),
    ...(boards.length > 0
      ? [
          `${named(boards.map(({ id, name }) => ({ id, title: name })))} ${boards.length === 1 ? 'shows' : 'show'} a chart that goes: its tile then says so.`,
        ]
      : []),
    'For 30 days it can be brought back, with its charts.',
  ];
}

/** What deleting a chart takes from boards and deliveries, in a sentence each. */
export async function whatLosesChart(id: string): Promise<string[]> {
  const { boards, deliveries } = await api.chartUses(id);
  const list = (names: readonly string[]) => [...new Set(names)].join(', ');
  return [
    ...(boards.length > 0
      ? [
          `${list(boards.map(({ name }) => `“${name}”`))} ${boards.length === 1 ? 'shows' : 'show'} it: the tile then says that it is gone.`,
        ]
      : []),
    ...(deliveries.length > 0
      ? [
          `${deliveries.length === 1 ? 'A delivery' : `${deliveries.length} deliveries`} to ${list(deliveries.flatMap(({ to }) => to))} ${deliveries.length === 1 ? 'sends' : 'send'} it, and then ${deliveries.length === 1 ? 'rests' : 'rest'}.`,
        ]
      : []),
    'The sheet it is made of stays. For 30 days it can be brought back.',
  ];
}

export const wordsOf = (error: unknown): string =>
  error instanceof ApiError || error instanceof Error ? error.message : 'It did not work. Try again.';
