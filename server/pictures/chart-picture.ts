import { pictureTitle, shownFirst, type ChartModel } from '@/core/layout';
import type { ChartSpec } from '@/core/spec';
import { openBook, type Book } from '../charts/book';
import { checkSpec, modelOf } from '../charts/model';
import { chartTable, tableWords } from '../exports/chart-table';
import { attachment } from '../exports/csv';
import { drawBeside } from './beside';
import type { PictureSize } from './input';
import { kept, nameOf } from './kept';
import { pageWords } from './page-words';
import { bookVersion } from './versions';
import type { PictureKind } from '@/core/api';

export const PICTURE_TYPES: Readonly<Record<PictureKind, string>> = {
  svg: 'image/svg+xml; charset=utf-8',
  png: 'image/png',
  pdf: 'application/pdf',
};

/** A chart laid out as a whole picture. @throws InvalidInput and Problem where it cannot be drawn */
export async function wholeModel(
  spec: ChartSpec,
  book: Book,
  { width, height }: Pick<PictureSize, 'width' | 'height'>,
  signal?: AbortSignal,
): Promise<ChartModel> {
  checkSpec(spec, book);
  return modelOf(spec, book, { width, height, whole: true }, signal);
}

/** The name of a picture by all that it is made of, and how it is made. */
export async function chartPicture(spec: ChartSpec, kind: PictureKind, size: PictureSize, signal?: AbortSignal) {
  const book = await openBook(spec);
  const zoom = kind === 'png' ? size.zoom : 1;
  const name = nameOf(['chart', kind, size.width, size.height, zoom, spec, bookVersion(book)]);
  const make = () =>
    kept(name, async () => {
      const model = await wholeModel(spec, book, size, signal);
      return drawBeside({ chart: shownFirst(model, spec, book.sources), kind, zoom });
    });
  return { name, make };
}

/** The chart as a picture of a kind, with an ETag (RFC 9110) by which it is not sent again. */
export async function chartPictureResponse(
  spec: ChartSpec,
  title: string,
  kind: PictureKind,
  size: PictureSize,
  request: Request,
): Promise<Response> {
  const { name, make } = await chartPicture(spec, kind, size, request.signal);
  return fileResponse(
    request,
    name,
    make,
    PICTURE_TYPES[kind],
    attachment(pictureTitle(title, spec), kind).replace(/^attachment/, 'inline'),
  );
}

/** The chart as a page of its own. */
export async function chartPageResponse(
  spec: ChartSpec,
  title: string,
  size: PictureSize,
  request: Request,
): Promise<Response> {
  const book = await openBook(spec);
  const name = nameOf(['page', size.width, size.height, spec, bookVersion(book)]);
  const make = () =>
    kept(name, async () => {
      const model = await wholeModel(spec, book, size, request.signal);
      const chart = shownFirst(model, spec, book.sources);
      const words = pageWords(chart, model, chartTable(model, tableWords(spec, book.sources)));
      return drawBeside({ chart, kind: 'page', words });
    });
  return fileResponse(request, name, make, 'text/html; charset=utf-8', attachment(pictureTitle(title, spec), 'html'));
}

/** A file that is known by the name of what it is made of. */
export async function fileResponse(
  request: Request,
  name: string,
  make: () => Promise<Buffer>,
  type: string,
  disposition: string,
): Promise<Response> {
  const etag = `"${name.slice(0, 32)}"`;
  const headers = { etag, 'cache-control': 'private, no-cache' };
  const asked = (request.headers.get('if-none-match') ?? '').split(',').map((one) => one.trim().replace(/^W\//, ''));
  if (asked.includes(etag)) return new Response(null, { status: 304, headers });
  const bytes = await make();
  return new Response(new Uint8Array(bytes), {
    headers: { ...headers, 'content-type': type, 'content-disposition': disposition },
  });
}
