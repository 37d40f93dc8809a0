import { parseBoard } from '@/core/boards';
import { boardAnswer, listBoards, saveBoard } from '@/server/boards/boards';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';
import { revised } from '@/server/revisions';

export const dynamic = 'force-dynamic';

export const GET = handled(async () => Response.json({ boards: await listBoards() }));

export const POST = handled(async (request: Request) => {
  const board = await saveBoard(parseBoard(await jsonBody(request)));
  return revised(boardAnswer(board), `/api/boards/${board.id}`);
});
