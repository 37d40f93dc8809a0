import { cookies } from 'next/headers';
import { BOARD_WIDTH, WIDTH_COOKIE } from '@/core/boards';
import { boardAtOnce } from '@/server/boards/at-once';
import { boardAnswer, boardRow } from '@/server/boards/boards';
import { BoardScreen } from '@/ui/board/BoardScreen';

export default async function BoardPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  // It comes with the page, and so does what is drawn of it already; what is wrong with it the screen says.
  const first = await boardRow(id).then(boardAnswer, () => undefined);
  const width = Number((await cookies()).get(WIDTH_COOKIE)?.value);
  const atOnce =
    first &&
    (await boardAtOnce(first, width >= 200 && width <= 4000 ? Math.floor(width) : BOARD_WIDTH).catch(() => undefined));
  return <BoardScreen key={id} id={id} {...(first ? { first } : {})} {...(atOnce ? { atOnce } : {})} />;
}
