import { handled } from '@/server/handled';
import { deleteSheet, sheetAnswer, sheetRow } from '@/server/sheets/sheets';

export const dynamic = 'force-dynamic';
type Context = { params: Promise<{ id: string }> };

export const GET = handled(async (_: Request, { params }: Context) =>
  Response.json(sheetAnswer(await sheetRow((await params).id))),
);

export const DELETE = handled(async (_: Request, { params }: Context) => {
  await deleteSheet((await params).id);
  return new Response(null, { status: 204 });
});
