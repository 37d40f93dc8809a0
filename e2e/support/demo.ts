import type { APIRequestContext } from '@playwright/test';
import type { ChartSpec } from '../../core/spec';
import { demoCharts, type Sheet } from '../../demo/charts';
import { demoFiles } from '../../demo/files';
import { takeIn } from './api';

/** Takes the files of the demo in; answers the charts that it makes of them. */
export async function chartsOfDemo(request: APIRequestContext): Promise<ChartSpec[]> {
  const sheets = new Map<string, Sheet>();
  for (const { name, content } of await demoFiles())
    sheets.set(
      name,
      (await takeIn(request, name, typeof content === 'string' ? content : Buffer.from(content))) as Sheet,
    );
  return demoCharts(sheets);
}
