import { chartAnswer, chartRow, deleteChart, replaceChart, type ChartRow } from '@/server/charts/charts';
import { parseChartRequest } from '@/server/charts/requests';
import { handled } from '@/server/handled';
import { jsonBody, Problem } from '@/server/problem';

export const dynamic = 'force-dynamic';
type Context = { params: Promise<{ id: string }> };

/** As many as the database counts. */
const MOST_REVISIONS = 2 ** 31 - 1;

const answer = (chart: ChartRow) => Response.json(chartAnswer(chart), { headers: { etag: `"${chart.revision}"` } });

export const GET = handled(async (_: Request, { params }: Context) => answer(await chartRow((await params).id)));

export const PUT = handled(async (request: Request, { params }: Context) => {
  const match = /^(?:W\/)?"?(\d+)"?$/.exec(request.headers.get('if-match') ?? '');
  if (!match)
    throw new Problem(428, 'Which revision?', 'Send the revision that you change as If-Match.', [
      { path: 'If-Match', message: 'the revision is needed' },
    ]);
  return answer(
    await replaceChart(
      (await params).id,
      parseChartRequest(await jsonBody(request)),
      Math.min(Number(match[1]), MOST_REVISIONS),
    ),
  );
});

export const DELETE = handled(async (_: Request, { params }: Context) => {
  await deleteChart((await params).id);
  return new Response(null, { status: 204 });
});
