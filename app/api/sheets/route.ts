import { handled } from '@/server/handled';
import { listSheets, sheetAnswer } from '@/server/sheets/sheets';
import { addSheet } from '@/server/sheets/taking-in';

export const dynamic = 'force-dynamic';

export const GET = handled(async () => Response.json({ sheets: (await listSheets()).map(sheetAnswer) }));

export const POST = handled(async (request: Request) => {
  const { sheet, ready } = await addSheet(request);
  const headers = { location: `/api/sheets/${sheet.id}` };
  if (!ready) return Response.json({ id: sheet.id, progress: sheet.progressPercent / 100 }, { status: 202, headers });
  return Response.json(sheetAnswer(sheet), { status: 201, headers });
});
