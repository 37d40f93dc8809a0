import { chartAnswer, chartRow, deleteChart, replaceChart } from '@/server/charts/charts';
import { parseChartRequest } from '@/server/charts/requests';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { revised, revisionIn } from '@/server/revisions';

export const dynamic = 'force-dynamic';
type Context = { params: Promise<{ id: string }> };

export const GET = handled(async (_: Request, { params }: Context) =>
  revised(chartAnswer(await chartRow((await params).id))),
);

export const PUT = handled(async (request: Request, { params }: Context) => {
  const revision = revisionIn(request);
  const { spec, name } = parseChartRequest(await jsonBody(request));
  return revised(chartAnswer(await replaceChart((await params).id, spec, revision, name)));
});

export const DELETE = handled(async (_: Request, { params }: Context) => {
  await deleteChart((await params).id);
  return new Response(null, { status: 204 });
});
