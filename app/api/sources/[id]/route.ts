import { handled } from '@/server/handled';
import { deleteSource } from '@/server/sources/sources';

export const dynamic = 'force-dynamic';

export const DELETE = handled(async (_: Request, { params }: { params: Promise<{ id: string }> }) => {
  await deleteSource((await params).id);
  return new Response(null, { status: 204 });
});
