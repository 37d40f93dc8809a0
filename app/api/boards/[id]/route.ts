import { parseBoard } from '@/core/boards';
import { boardAnswer, boardRow, deleteBoard, replaceBoard } from '@/server/boards/boards';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { revised, revisionIn } from '@/server/revisions';

export const dynamic = 'force-dynamic';
type Context = { params: Promise<{ id: string }> };

export const GET = handled(async (_: Request, { params }: Context) =>
  revised(boardAnswer(await boardRow((await params).id))),
);

export const PUT = handled(async (request: Request, { params }: Context) => {
  const revision = revisionIn(request);
  const board = parseBoard(await jsonBody(request));
  return revised(boardAnswer(await replaceBoard((await params).id, board, revision)));
});

export const DELETE = handled(async (_: Request, { params }: Context) => {
  await deleteBoard((await params).id);
  return new Response(null, { status: 204 });
});
