import { boardRow } from '@/server/boards/boards';
import { boardPictureResponse } from '@/server/boards/picture';
import { boardSizeInQuery } from '@/server/boards/requests';
import { handled } from '@/server/handled';

export const dynamic = 'force-dynamic';

export const GET = handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const size = boardSizeInQuery(request.url);
  return boardPictureResponse(await boardRow((await params).id), 'pdf', size, request);
});
