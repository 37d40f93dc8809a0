import { differencesOf } from '@/server/charts/differences';
import { parseDifferencesRequest } from '@/server/charts/requests';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';

export const dynamic = 'force-dynamic';

export const POST = handled(async (request: Request) =>
  Response.json(await differencesOf(parseDifferencesRequest(await jsonBody(request)), request.signal)),
);
