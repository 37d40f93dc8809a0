import { cookies } from 'next/headers';
import { WIDTH_COOKIE } from '@/core/boards';
import { boardAtOnce } from '@/server/boards/at-once';
import { boardAnswer, boardRow } from '@/server/boards/boards';
import { widthOfCookie } from '@/server/boards/requests';
import { BoardScreen } from '@/ui/board/BoardScreen';

export default async function BoardPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  // It comes with the page, and so does what is drawn of it already; what is wrong with it the screen says.
  const first = await boardRow(id).then(boardAnswer, () => undefined);
  const width = widthOfCookie((await cookies()).get(WIDTH_COOKIE)?.value);
  const atOnce = first && (await boardAtOnce(first, width).catch(() => undefined));
  return <BoardScreen key={id} id={id} {...(first ? { first } : {})} {...(atOnce ? { atOnce } : {})} />;
}
