import type { FigureKind } from '@/core/api';
import { chartRow } from '../charts/charts';
import { parseChartRequest } from '../charts/requests';
import { handled } from '../handled';
import { jsonBody } from '../problem';
import { tableResponse } from './table-files';

/** `GET /api/charts/{id}/data.{kind}` */
export const savedChartTable = (kind: FigureKind) =>
  handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) =>
    tableResponse((await chartRow((await params).id)).spec, kind, request.signal),
  );

/** `POST /api/data.{kind}` */
export const specTable = (kind: FigureKind) =>
  handled(async (request: Request) =>
    tableResponse(parseChartRequest(await jsonBody(request)).spec, kind, request.signal),
  );
