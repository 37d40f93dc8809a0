import { parseRowsBehindRequest } from '@/server/charts/requests';
import { rowsBehindCsv } from '@/server/exports/rows-csv';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';

export const dynamic = 'force-dynamic';

export const POST = handled(async (request: Request) => rowsBehindCsv(parseRowsBehindRequest(await jsonBody(request))));
