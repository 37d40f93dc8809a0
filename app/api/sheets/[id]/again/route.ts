import { handled } from '@/server/handled';
import { sheetAnswer } from '@/server/sheets/sheets';
import { readAgain } from '@/server/sheets/taking-in';

export const dynamic = 'force-dynamic';

/** Reads a sheet again whose reading failed. */
export const POST = handled(async (_: Request, { params }: { params: Promise<{ id: string }> }) => {
  const { sheet, ready } = await readAgain((await params).id);
  return Response.json(sheetAnswer(sheet), { status: ready ? 200 : 202 });
});
