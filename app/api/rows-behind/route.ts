import { parseRowsBehindRequest } from '@/server/charts/requests';
import { rowsBehind } from '@/server/charts/rows-behind';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';

export const dynamic = 'force-dynamic';

export const POST = handled(async (request: Request) =>
  Response.json(await rowsBehind(parseRowsBehindRequest(await jsonBody(request)))),
);
