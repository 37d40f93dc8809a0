import type { APIRequestContext, APIResponse, Page } from '@playwright/test';
import pixelmatch from 'pixelmatch';
import { PNG } from 'pngjs';
import type { ChartSpec } from '../../core/spec';

/** How far colours of a pixel may be apart (pixelmatch: 0 to 1), so that letters that are smoothed otherwise count as alike. */
const THRESHOLD = 0.25;

/** With the sheet folded away the chart begins at whole pixels. */
export const foldSheet = (page: Page): Promise<unknown> =>
  page.addInitScript(() => localStorage.setItem('up-chart:sheet-folded', 'true'));

/** How much of a picture (PNG) is another one in a second of the same size, as a share of its pixels. */
export function shareApart(one: Buffer, other: Buffer): number {
  const [a, b] = [PNG.sync.read(one), PNG.sync.read(other)];
  const { width, height } = a;
  return pixelmatch(a.data, b.data, undefined, width, height, { threshold: THRESHOLD }) / (width * height);
}

/** How much of the chart on the screen is another one in the server's picture of the same size, as a share of its pixels. */
export async function shareThatDiffers(
  page: Page,
  picture: (size: { width: number; height: number }) => Promise<APIResponse>,
): Promise<number> {
  const figure = page.locator('[data-export=chart]');
  await page.evaluate(() => document.fonts.ready);
  const box = await figure.boundingBox();
  if (!box) throw new Error('no chart');
  const [width, height] = [Math.floor(box.width), Math.floor(box.height)];
  const clip = { x: Math.round(box.x), y: Math.round(box.y), width, height };
  const shot = await page.screenshot({ clip });
  const answer = await picture({ width, height });
  if (!answer.ok()) throw new Error(`${answer.status()} ${await answer.text()}`);
  return shareApart(shot, await answer.body());
}

/** Saves a chart, opens it, and compares it with its picture. */
export async function compared(
  page: Page,
  request: APIRequestContext,
  spec: ChartSpec,
): Promise<{ title: string; share: number }> {
  const saved = await request.post('/api/charts', { data: { spec } });
  const { id } = (await saved.json()) as { id: string };
  await foldSheet(page);
  await page.goto(`/charts/${id}`);
  const figure = page.locator('[data-export=chart]');
  await figure.locator('[data-words=whole]').waitFor();
  await page.mouse.move(2, 2);
  await page.waitForTimeout(400);
  const share = await shareThatDiffers(page, ({ width, height }) =>
    request.get(`/api/charts/${id}/picture.png?width=${width}&height=${height}`),
  );
  return { title: (await figure.getAttribute('aria-label')) ?? '', share };
}
