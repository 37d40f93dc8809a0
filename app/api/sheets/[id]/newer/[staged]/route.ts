import { handled } from '@/server/handled';
import { takeNewer } from '@/server/sheets/newer';
import { sheetAnswer } from '@/server/sheets/sheets';

export const dynamic = 'force-dynamic';

export const POST = handled(async (_: Request, { params }: { params: Promise<{ id: string; staged: string }> }) => {
  const { id, staged } = await params;
  return Response.json(sheetAnswer(await takeNewer(id, staged)));
});
