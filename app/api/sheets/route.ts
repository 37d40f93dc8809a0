import { handled } from '@/server/handled';
import { warmReader } from '@/server/sheets/readers';
import { listSheets, sheetAnswer } from '@/server/sheets/sheets';
import { addSheet } from '@/server/sheets/taking-in';

export const dynamic = 'force-dynamic';

/** The list; with `?columns=1` the names and kinds of their columns too. */
export const GET = handled(async (request: Request) => {
  // Whoever looks at the list may drop a file next.
  warmReader(0);
  return Response.json({ sheets: await listSheets(new URL(request.url).searchParams.get('columns') === '1') });
});

export const POST = handled(async (request: Request) => {
  const { sheet, ready } = await addSheet(request);
  const headers = { location: `/api/sheets/${sheet.id}` };
  if (!ready) return Response.json({ id: sheet.id, progress: sheet.progressPercent / 100 }, { status: 202, headers });
  return Response.json(sheetAnswer(sheet), { status: 201, headers });
});
