import { handled } from '@/server/handled';
import { chartsOf } from '@/server/sheets/breaks';

export const dynamic = 'force-dynamic';

/** The saved charts that go with a sheet when it is deleted, and those that lose a layer. */
export const GET = handled(async (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  Response.json(await chartsOf((await params).id)),
);
