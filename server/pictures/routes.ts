import { chartRow } from '../charts/charts';
import { handled } from '../handled';
import { jsonBody } from '../problem';
import { chartPageResponse, chartPictureResponse } from './chart-picture';
import { parsePictureRequest, sizeInQuery } from './input';
import type { PictureKind } from '@/core/api';

/** `GET /api/charts/{id}/picture.{kind}` */
export const savedChartPicture = (kind: PictureKind) =>
  handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
    const size = sizeInQuery(request.url);
    const { spec, title } = await chartRow((await params).id);
    return chartPictureResponse(spec, title, kind, size, request);
  });

/** `POST /api/picture.{kind}` */
export const specPicture = (kind: PictureKind) =>
  handled(async (request: Request) => {
    const { spec, size } = parsePictureRequest(await jsonBody(request));
    return chartPictureResponse(spec, spec.text.title ?? '', kind, size, request);
  });

/** `GET /api/charts/{id}/page.html` */
export const savedChartPage = handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const size = sizeInQuery(request.url);
  const { spec, title } = await chartRow((await params).id);
  return chartPageResponse(spec, title, size, request);
});

/** `POST /api/page.html` */
export const specPage = handled(async (request: Request) => {
  const { spec, size } = parsePictureRequest(await jsonBody(request));
  return chartPageResponse(spec, spec.text.title ?? '', size, request);
});
