import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { breaksOf } from '@/server/sheets/breaks';
import { parseCorrection } from '@/server/sheets/correction-input';
import { correctColumn } from '@/server/sheets/changes';
import { sheetAnswer, sheetRow } from '@/server/sheets/sheets';

export const dynamic = 'force-dynamic';

export const PATCH = handled(async (request: Request, { params }: { params: Promise<{ id: string; key: string }> }) => {
  const { id, key } = await params;
  const correction = parseCorrection(await jsonBody(request));
  const before = await sheetRow(id);
  const sheet = await correctColumn(id, key, correction);
  return Response.json({ ...sheetAnswer(sheet), breaks: await breaksOf(before, sheet.columns) });
});
