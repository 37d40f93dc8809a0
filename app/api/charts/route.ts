import { chartAnswer, listCharts, saveChart } from '@/server/charts/charts';
import { parseChartRequest } from '@/server/charts/requests';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';

export const dynamic = 'force-dynamic';

export const GET = handled(async () => Response.json({ charts: await listCharts() }));

export const POST = handled(async (request: Request) => {
  const chart = await saveChart(parseChartRequest(await jsonBody(request)));
  return Response.json(chartAnswer(chart), {
    status: 201,
    headers: { location: `/api/charts/${chart.id}`, etag: `"${chart.revision}"` },
  });
});
