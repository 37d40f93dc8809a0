import type { Board } from '@/core/boards';
import type { Delivery } from '@/core/deliveries';
import type {
  BoardModels,
  ConditionNow,
  Deleted,
  ListedBoard,
  OutboxMessage,
  ReadMessage,
  SavedBoard,
  SavedDelivery,
  WorkspaceTaken,
  Sheet,
  ListedSheet,
  NamedSheet,
  FigureKind,
  Picture,
  PictureKind,
  ReadingChange,
  CorrectionChange,
  Settings,
  SheetCharts,
  Source,
  SourceTable,
  RelationWish,
  SameColumn,
  Newer,
  Rows,
  Values,
  RowsBehind,
  SheetChange,
  Start,
  Suggestion,
  SavedChart,
  ListedChart,
  ChartUses,
  Grains,
  Differences,
} from '@/core/api';
import { nearestLocale } from '@/core/calendar';
import type { ChartModel } from '@/core/layout';
import {
  inSentences,
  type ChartSpec,
  type Condition,
  type FormerColumn,
  type InputError,
  type PlacedPoint,
} from '@/core/spec';

export type * from '@/core/api';

/** A refusal or failure in words for the user, with its HTTP status (0 where the server was not reached). */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly title = '',
    /** What the answer says besides: of a sheet that was deleted its name and columns; of a user who may do too much how to make another. */
    readonly more: {
      readonly deleted?: { readonly name: string; readonly columns: FormerColumn[] };
      readonly statements?: readonly string[];
    } = {},
  ) {
    super(message);
  }
}

const UNREACHED =
  'The application does not answer. Check that it is still running, then try again; nothing that was saved is lost.';

async function call<T>(path: string, init?: RequestInit): Promise<T> {
  const response = await fetch(path, init).catch((error: unknown) => {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    throw new ApiError(0, UNREACHED);
  });
  if (!response.ok) throw await toError(response);
  return (response.status === 204 ? undefined : await response.json()) as T;
}

async function callBlob(path: string, init: RequestInit): Promise<Blob> {
  const response = await fetch(path, init);
  if (!response.ok) throw await toError(response);
  return response.blob();
}

async function toError(response: Response): Promise<ApiError> {
  const problem = (await response.json().catch(() => ({}))) as {
    title?: string;
    detail?: string;
    errors?: InputError[];
  } & ApiError['more'];
  const { title, detail, errors, ...more } = problem;
  // Whoever sees the words sees no spec: its paths are left out.
  const words = title === 'Input is not right' && errors?.length ? inSentences(errors) : detail;
  return new ApiError(response.status, words ?? `The server answered ${response.status}.`, title, more);
}

const json = (method: string, body: unknown, headers: Record<string, string> = {}): RequestInit => ({
  method,
  headers: { 'content-type': 'application/json', ...headers },
  body: JSON.stringify(body),
});

export const api = {
  sheets: () => call<{ sheets: ListedSheet[] }>('/api/sheets').then(({ sheets }) => sheets),
  /** With the names of their columns. */
  sheetsNamed: () => call<{ sheets: NamedSheet[] }>('/api/sheets?columns=1').then(({ sheets }) => sheets),
  sheet: (id: string) => call<Sheet>(`/api/sheets/${id}`),
  /** Made-up till receipts, to try with. */
  addDemo: () => call<Sheet>('/api/demo', { method: 'POST' }),
  deleteSheet: (id: string) => call<void>(`/api/sheets/${id}`, { method: 'DELETE' }),
  rows: (id: string, offset: number, limit: number, signal?: AbortSignal) =>
    call<Rows>(`/api/sheets/${id}/rows?offset=${offset}&limit=${limit}`, { signal }),
  values: (id: string, column: string, search: string) =>
    call<Values>(`/api/sheets/${id}/columns/${column}/values?search=${encodeURIComponent(search)}`),
  rowsBehind: (spec: ChartSpec, point: PlacedPoint, limit: number, signal?: AbortSignal) =>
    call<RowsBehind>('/api/rows-behind', { ...json('POST', { spec, ...point, limit }), signal }),
  rowsBehindCsv: (spec: ChartSpec, point: PlacedPoint) =>
    callBlob('/api/rows-behind.csv', json('POST', { spec, ...point })),
  renameSheet: (id: string, name: string) => call<Sheet>(`/api/sheets/${id}`, json('PATCH', { name })),
  keepColors: (id: string, colors: Record<string, string | null>) =>
    call<Sheet>(`/api/sheets/${id}`, json('PATCH', { colors })),
  sayRow: (id: string, row: SheetChange['row']) => call<Sheet>(`/api/sheets/${id}`, json('PATCH', { row })),
  copySheet: (id: string) => call<Partial<Sheet> & { id: string }>(`/api/sheets/${id}/copy`, { method: 'POST' }),
  sheetCharts: (id: string) => call<SheetCharts>(`/api/sheets/${id}/charts`),
  takeReadingBack: (id: string) => call<Sheet>(`/api/sheets/${id}/reading`, json('PATCH', { back: true })),
  forgetRemembered: (id: string) => call<Sheet>(`/api/sheets/${id}/reading`, json('PATCH', { remembered: false })),
  countAnew: (id: string) => call<Sheet>(`/api/sheets/${id}/count`, { method: 'POST' }),
  settings: () => call<Settings>('/api/settings'),
  keepSettings: (settings: Settings) => call<Settings>('/api/settings', json('PUT', settings)),
  changeSource: (id: string, change: { name?: string; address?: string }) =>
    call<Source>(`/api/sources/${id}`, json('PATCH', change)),
  deleteSource: (id: string) => call<void>(`/api/sources/${id}`, { method: 'DELETE' }),
  correct: (id: string, column: string, correction: CorrectionChange) =>
    call<Sheet>(`/api/sheets/${id}/columns/${column}`, json('PATCH', correction)),
  reread: (id: string, change: ReadingChange) => call<Sheet>(`/api/sheets/${id}/reading`, json('PATCH', change)),
  readAgain: (id: string) => call<Sheet>(`/api/sheets/${id}/again`, { method: 'POST' }),
  stageNewer: (id: string, file: File, mode: 'replace' | 'add', same: readonly SameColumn[]) => {
    const form = new FormData();
    form.append('file', file);
    const query = new URLSearchParams([
      ['mode', mode],
      ...same.flatMap(({ now, was }) => [
        ['now', now],
        ['was', was],
      ]),
    ]);
    return call<Newer>(`/api/sheets/${id}/newer?${query.toString()}`, { method: 'POST', body: form });
  },
  sources: () => call<{ sources: Source[] }>('/api/sources').then(({ sources }) => sources),
  addSource: (address: string) => call<Source>('/api/sources', json('POST', { address })),
  tables: (id: string) => call<{ tables: SourceTable[] }>(`/api/sources/${id}/tables`).then(({ tables }) => tables),
  firstRows: (id: string, wish: RelationWish) =>
    call<{ columns: { name: string; declared: string }[]; rows: (string | null)[][] }>(
      `/api/sources/${id}/rows`,
      json('POST', wish),
    ),
  openRelation: (id: string, wish: RelationWish) => call<Sheet>(`/api/sources/${id}/sheets`, json('POST', wish)),
  takeNewer: (id: string, staged: string) => call<Sheet>(`/api/sheets/${id}/newer/${staged}`, { method: 'POST' }),
  /** Numbers and dates are written as the browser's language has them. */
  suggestions: (sheet: string, picks: readonly string[], width: number, height: number) =>
    call<{ suggestions: Suggestion[] }>(
      '/api/suggestions',
      json('POST', { sheet, picks, width, height, whole: true, locale: nearestLocale(navigator.language) }),
    ).then(({ suggestions }) => suggestions),
  starts: (sheet: string, width: number, height: number) =>
    call<{ starts: Start[] }>(
      '/api/starts',
      json('POST', { sheet, width, height, locale: nearestLocale(navigator.language) }),
    ).then(({ starts }) => starts),
  preview: (spec: ChartSpec, width: number, height: number, signal?: AbortSignal) =>
    call<ChartModel>('/api/preview', { ...json('POST', { spec, width, height, whole: true }), signal }),
  differences: (
    spec: ChartSpec,
    asked: { from: string | number; to: string | number; series?: string },
    signal?: AbortSignal,
  ) => call<Differences>('/api/differences', { ...json('POST', { spec, ...asked }), signal }),
  grains: (spec: ChartSpec, signal?: AbortSignal) =>
    call<Grains>('/api/grains', {
      ...json('POST', { spec }),
      signal,
    }),
  charts: () => call<{ charts: ListedChart[] }>('/api/charts').then(({ charts }) => charts),
  chart: (id: string) => call<SavedChart>(`/api/charts/${id}`),
  pictures: (charts: readonly string[], width: number, height: number) =>
    call<{ pictures: Picture[] }>('/api/pictures', json('POST', { charts, width, height })).then(
      ({ pictures }) => pictures,
    ),
  saveChart: (spec: ChartSpec, name?: string) => call<SavedChart>('/api/charts', json('POST', { spec, name })),
  chartUses: (id: string) => call<ChartUses>(`/api/charts/${id}/uses`),
  /** Without a name it keeps its own. */
  replaceChart: (id: string, spec: ChartSpec, revision: number, name?: string) =>
    call<SavedChart>(`/api/charts/${id}`, json('PUT', { spec, name }, { 'if-match': `"${revision}"` })),
  deleteChart: (id: string) => call<void>(`/api/charts/${id}`, { method: 'DELETE' }),
  picture: (spec: ChartSpec, kind: PictureKind, size: { width: number; height: number; zoom: number }) =>
    callBlob(`/api/picture.${kind}`, json('POST', { spec, ...size })),
  figures: (spec: ChartSpec, kind: FigureKind) => callBlob(`/api/data.${kind}`, json('POST', { spec })),
  boards: () => call<{ boards: ListedBoard[] }>('/api/boards').then(({ boards }) => boards),
  board: (id: string) => call<SavedBoard>(`/api/boards/${id}`),
  saveBoard: (board: Board) => call<SavedBoard>('/api/boards', json('POST', board)),
  replaceBoard: (id: string, board: Board, revision: number) =>
    call<SavedBoard>(`/api/boards/${id}`, json('PUT', board, { 'if-match': `"${revision}"` })),
  deleteBoard: (id: string) => call<void>(`/api/boards/${id}`, { method: 'DELETE' }),
  /** @param draft a board that is being arranged: drawn as it is to be */
  boardModels: (id: string, width: number, draft: Partial<Pick<Board, 'tiles' | 'filters'>>, signal?: AbortSignal) =>
    call<BoardModels>(`/api/boards/${id}/models`, { ...json('POST', { width, ...draft }), signal }),
  boardPicture: (id: string, kind: 'png' | 'pdf', zoom = 1) =>
    callBlob(`/api/boards/${id}/picture.${kind}?zoom=${zoom}`, {}),
  condition: (condition: Condition, zone: string, signal?: AbortSignal) =>
    call<ConditionNow>(`/api/condition?zone=${encodeURIComponent(zone)}`, { ...json('POST', condition), signal }),
  /** @param of those of a chart or a board */
  deliveries: (of?: string) =>
    call<{ deliveries: SavedDelivery[] }>(`/api/deliveries${of ? `?of=${of}` : ''}`).then(
      ({ deliveries }) => deliveries,
    ),
  saveDelivery: (delivery: Delivery) => call<SavedDelivery>('/api/deliveries', json('POST', delivery)),
  replaceDelivery: (id: string, delivery: Delivery, revision: number) =>
    call<SavedDelivery>(`/api/deliveries/${id}`, json('PUT', delivery, { 'if-match': `"${revision}"` })),
  deleteDelivery: (id: string) => call<void>(`/api/deliveries/${id}`, { method: 'DELETE' }),
  sendNow: (id: string) => call<SavedDelivery>(`/api/deliveries/${id}/now`, { method: 'POST' }),
  outbox: () => call<{ messages: OutboxMessage[] }>('/api/outbox').then(({ messages }) => messages),
  message: (id: string) => call<ReadMessage>(`/api/outbox/${id}`),
  keepLabels: (id: string, labels: string[]) =>
    call<{ labels: string[] }>(`/api/labels/${id}`, json('PUT', { labels })),
  takeWorkspaceIn: (file: File) => {
    const form = new FormData();
    form.append('file', file);
    return call<WorkspaceTaken>('/api/workspace', { method: 'POST', body: form });
  },
  deleted: () => call<{ deleted: Deleted[] }>('/api/deleted').then(({ deleted }) => deleted),
  bringBack: (id: string) => call<void>(`/api/deleted/${id}`, { method: 'POST' }),
  page: (spec: ChartSpec, size: { width: number; height: number }) =>
    callBlob('/api/page.html', json('POST', { spec, ...size })),
};

/**
 * Sends a file, telling how much of it has gone; answers the sheet's id and whether it is ready. Once the file has gone
 * whole, what is stopped is answered all the same: an answer that is dropped on its way would leave a sheet that nobody can name.
 */
export function sendFile(
  file: File,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<{ id: string; ready: boolean }> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    const form = new FormData();
    form.append('file', file);
    request.open('POST', '/api/sheets');
    request.responseType = 'json';
    request.upload.onprogress = (event) => onProgress(event.lengthComputable ? event.loaded / event.total : 0);
    request.onload = () => {
      const body = (request.response ?? {}) as { id?: string; detail?: string; title?: string };
      if ((request.status === 201 || request.status === 202) && body.id)
        resolve({ id: body.id, ready: request.status === 201 });
      else reject(new ApiError(request.status, body.detail ?? `The server answered ${request.status}.`, body.title));
    };
    request.onerror = () => reject(new ApiError(0, UNREACHED));
    request.onabort = () => reject(new ApiError(0, 'Stopped.'));
    let arrived = false;
    request.upload.onload = () => (arrived = true);
    signal.addEventListener('abort', () => {
      if (!arrived) request.abort();
    });
    request.send(form);
  });
}

/** Hands a file over to the browser to be kept. */
export function download(content: Blob | string, name: string): void {
  const href = typeof content === 'string' ? content : URL.createObjectURL(content);
  const link = document.createElement('a');
  link.href = href;
  link.download = name;
  link.click();
  if (typeof content !== 'string') setTimeout(() => URL.revokeObjectURL(href), 1000);
}
