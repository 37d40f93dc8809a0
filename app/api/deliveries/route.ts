import { parseDelivery } from '@/core/deliveries';
import { deliveryAnswer, listDeliveries, saveDelivery } from '@/server/deliveries/deliveries';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { revised } from '@/server/revisions';

export const dynamic = 'force-dynamic';

/** All of them; `?of=` those of a chart or a board. */
export const GET = handled(async (request: Request) =>
  Response.json({ deliveries: await listDeliveries(new URL(request.url).searchParams.get('of') ?? undefined) }),
);

export const POST = handled(async (request: Request) => {
  const delivery = await saveDelivery(parseDelivery(await jsonBody(request)));
  return revised(await deliveryAnswer(delivery), `/api/deliveries/${delivery.id}`);
});
