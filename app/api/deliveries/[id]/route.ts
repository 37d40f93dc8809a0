import { parseDelivery } from '@/core/deliveries';
import { deleteDelivery, deliveryAnswer, deliveryRow, replaceDelivery } from '@/server/deliveries/deliveries';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { revised, revisionIn } from '@/server/revisions';

export const dynamic = 'force-dynamic';
type Context = { params: Promise<{ id: string }> };

export const GET = handled(async (_: Request, { params }: Context) =>
  revised(await deliveryAnswer(await deliveryRow((await params).id))),
);

export const PUT = handled(async (request: Request, { params }: Context) => {
  const revision = revisionIn(request);
  const delivery = parseDelivery(await jsonBody(request));
  return revised(await deliveryAnswer(await replaceDelivery((await params).id, delivery, revision)));
});

export const DELETE = handled(async (_: Request, { params }: Context) => {
  await deleteDelivery((await params).id);
  return new Response(null, { status: 204 });
});
