import { isZone } from '@/core/deliveries';
import { InvalidInput } from '@/core/spec';
import { conditionNow, parseCondition } from '@/server/charts/condition';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { todayIn } from '@/server/today';

export const dynamic = 'force-dynamic';

/** How a condition stands now, by the clock of the zone that the query names. */
export const POST = handled(async (request: Request) => {
  const zone = new URL(request.url).searchParams.get('zone') ?? undefined;
  if (zone !== undefined && !isZone(zone))
    throw new InvalidInput([{ path: 'zone', message: 'zone must be the name of a time zone, such as Europe/London' }]);
  return Response.json(await conditionNow(parseCondition(await jsonBody(request)), todayIn(zone), request.signal));
});
