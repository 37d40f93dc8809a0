import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { breaksOf } from '@/server/sheets/breaks';
import { parseReadingChoices } from '@/server/sheets/reading-input';
import { rereadSheet, sheetAnswer, sheetRow } from '@/server/sheets/sheets';

export const dynamic = 'force-dynamic';

export const PATCH = handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const { id } = await params;
  const choices = parseReadingChoices(await jsonBody(request));
  const before = await sheetRow(id);
  const sheet = await rereadSheet(id, choices);
  return Response.json({ ...sheetAnswer(sheet), breaks: await breaksOf(before, sheet.columns) });
});
