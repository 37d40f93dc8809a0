import { bringBack } from '@/server/desk/deleted';
import { handled } from '@/server/handled';

export const dynamic = 'force-dynamic';

/** Brings back what was deleted. */
export const POST = handled(async (_: Request, { params }: { params: Promise<{ id: string }> }) => {
  await bringBack((await params).id);
  return new Response(null, { status: 204 });
});
