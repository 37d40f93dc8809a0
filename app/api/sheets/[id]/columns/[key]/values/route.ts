import { handled } from '@/server/handled';
import { columnValues } from '@/server/sheets/values';

export const dynamic = 'force-dynamic';

export const GET = handled(async (request: Request, { params }: { params: Promise<{ id: string; key: string }> }) => {
  const { id, key } = await params;
  return Response.json(await columnValues(id, key, new URL(request.url).searchParams.get('search') ?? ''));
});
