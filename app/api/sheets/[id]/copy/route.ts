import { handled } from '@/server/handled';
import { copySheet, sheetAnswer } from '@/server/sheets/sheets';

export const dynamic = 'force-dynamic';

/** A second sheet of the same file, read in the same way. */
export const POST = handled(async (_: Request, { params }: { params: Promise<{ id: string }> }) => {
  const { sheet, ready } = await copySheet((await params).id);
  const headers = { location: `/api/sheets/${sheet.id}` };
  if (!ready) return Response.json({ id: sheet.id, progress: sheet.progressPercent / 100 }, { status: 202, headers });
  return Response.json(sheetAnswer(sheet), { status: 201, headers });
});
