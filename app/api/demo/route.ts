import { addDemoSheet } from '@/server/sheets/demo-sheet';
import { handled } from '@/server/handled';
import { sheetAnswer } from '@/server/sheets/sheets';

export const dynamic = 'force-dynamic';

export const POST = handled(async () => {
  const { sheet, ready } = await addDemoSheet();
  return Response.json(sheetAnswer(sheet), {
    status: ready ? 201 : 202,
    headers: { Location: `/api/sheets/${sheet.id}` },
  });
});
