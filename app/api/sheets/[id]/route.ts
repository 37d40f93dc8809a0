import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { parseSheetName } from '@/server/sheets/reading-input';
import { deleteSheet } from '@/server/sheets/deleting';
import { renameSheet, sheetAnswer, sheetRow } from '@/server/sheets/sheets';

export const dynamic = 'force-dynamic';
type Context = { params: Promise<{ id: string }> };

export const GET = handled(async (_: Request, { params }: Context) =>
  Response.json(sheetAnswer(await sheetRow((await params).id))),
);

export const PATCH = handled(async (request: Request, { params }: Context) => {
  const name = parseSheetName(await jsonBody(request));
  return Response.json(sheetAnswer(await renameSheet((await params).id, name)));
});

export const DELETE = handled(async (_: Request, { params }: Context) => {
  await deleteSheet((await params).id);
  return new Response(null, { status: 204 });
});
