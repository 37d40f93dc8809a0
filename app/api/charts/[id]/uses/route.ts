import { usesOf } from '@/server/charts/charts';
import { handled } from '@/server/handled';

export const dynamic = 'force-dynamic';

/** The boards that show a chart and the deliveries that send it. */
export const GET = handled(async (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  Response.json(await usesOf((await params).id)),
);
