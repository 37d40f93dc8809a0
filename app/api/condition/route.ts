import { conditionNow, parseCondition } from '@/server/charts/condition';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';

export const dynamic = 'force-dynamic';

export const POST = handled(async (request: Request) =>
  Response.json(await conditionNow(parseCondition(await jsonBody(request)), request.signal)),
);
