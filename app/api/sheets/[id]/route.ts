import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { sayRow } from '@/server/sheets/changes';
import { parseSheetChange } from '@/server/sheets/sheet-input';
import { putSheetAway } from '@/server/sheets/deleting';
import { keepColors, renameSheet, sheetAnswer, sheetRow } from '@/server/sheets/sheets';

export const dynamic = 'force-dynamic';
type Context = { params: Promise<{ id: string }> };

export const GET = handled(async (_: Request, { params }: Context) =>
  Response.json(sheetAnswer(await sheetRow((await params).id))),
);

export const PATCH = handled(async (request: Request, { params }: Context) => {
  const { id } = await params;
  const { name, row, colors } = parseSheetChange(await jsonBody(request));
  if (name !== undefined) await renameSheet(id, name);
  if (colors !== undefined) await keepColors(id, colors);
  if (row !== undefined) await sayRow(id, row);
  return Response.json(sheetAnswer(await sheetRow(id)));
});

export const DELETE = handled(async (_: Request, { params }: Context) => {
  await putSheetAway((await params).id);
  return new Response(null, { status: 204 });
});
