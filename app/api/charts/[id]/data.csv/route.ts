import { chartRow } from '@/server/charts/charts';
import { csvResponse } from '@/server/exports/chart-csv';
import { handled } from '@/server/handled';

export const dynamic = 'force-dynamic';

export const GET = handled(async (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  csvResponse((await chartRow((await params).id)).spec),
);
