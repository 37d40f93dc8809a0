import { boardAnswer, boardRow } from '@/server/boards/boards';
import { BoardScreen } from '@/ui/board/BoardScreen';

export default async function BoardPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  // It comes with the page, so that its tiles are asked for at once; what is wrong with it the screen says.
  const first = await boardRow(id).then(boardAnswer, () => undefined);
  return <BoardScreen key={id} id={id} first={first} />;
}
