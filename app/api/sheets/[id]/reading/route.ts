import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { breaksOf } from '@/server/sheets/breaks';
import { parseReadingChange } from '@/server/sheets/reading-input';
import { forgetRemembered, rereadSheet, takeReadingBack } from '@/server/sheets/changes';
import { sheetAnswer, sheetRow } from '@/server/sheets/sheets';

export const dynamic = 'force-dynamic';

export const PATCH = handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const { id } = await params;
  const change = parseReadingChange(await jsonBody(request));
  const before = await sheetRow(id);
  const sheet =
    'back' in change
      ? await takeReadingBack(id)
      : 'remembered' in change
        ? await forgetRemembered(id)
        : await rereadSheet(id, change);
  return Response.json({ ...sheetAnswer(sheet), breaks: await breaksOf(before, sheet.columns) });
});
