import { handled } from '@/server/handled';
import { sheetAnswer } from '@/server/sheets/sheets';
import { copySheet } from '@/server/sheets/taking-in';

export const dynamic = 'force-dynamic';

/** A second sheet of the same file, read in the same way. */
export const POST = handled(async (_: Request, { params }: { params: Promise<{ id: string }> }) => {
  const { sheet, ready } = await copySheet((await params).id);
  const headers = { location: `/api/sheets/${sheet.id}` };
  if (!ready) return Response.json({ id: sheet.id, progress: sheet.progressPercent / 100 }, { status: 202, headers });
  return Response.json(sheetAnswer(sheet), { status: 201, headers });
});
