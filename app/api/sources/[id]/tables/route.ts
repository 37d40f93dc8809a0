import { handled } from '@/server/handled';
import { tablesOf } from '@/server/sources/sources';

export const dynamic = 'force-dynamic';

export const GET = handled(async (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  Response.json({ tables: await tablesOf((await params).id) }),
);
