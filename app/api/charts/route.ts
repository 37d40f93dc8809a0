import { chartAnswer, listCharts, saveChart } from '@/server/charts/charts';
import { parseChartRequest } from '@/server/charts/requests';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { revised } from '@/server/revisions';

export const dynamic = 'force-dynamic';

export const GET = handled(async () => Response.json({ charts: await listCharts() }));

export const POST = handled(async (request: Request) => {
  const { spec, name } = parseChartRequest(await jsonBody(request));
  const chart = await saveChart(spec, name);
  return revised(chartAnswer(chart), `/api/charts/${chart.id}`);
});
