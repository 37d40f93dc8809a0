import { parseChartRequest } from '@/server/charts/requests';
import { csvResponse } from '@/server/exports/chart-csv';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';

export const dynamic = 'force-dynamic';

/** The charted values of a chart that need not be saved. */
export const POST = handled(async (request: Request) => csvResponse(parseChartRequest(await jsonBody(request))));
