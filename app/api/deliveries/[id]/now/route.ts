import { deliveryAnswer, deliveryRow } from '@/server/deliveries/deliveries';
import { sendNow } from '@/server/deliveries/queue';
import { handled } from '@/server/handled';

export const dynamic = 'force-dynamic';

export const POST = handled(async (_: Request, { params }: { params: Promise<{ id: string }> }) => {
  const { id } = await deliveryRow((await params).id);
  await sendNow(id);
  return Response.json(await deliveryAnswer(await deliveryRow(id)));
});
