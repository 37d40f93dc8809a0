import { keepLabels, parseLabels } from '@/server/desk/labels';
import { handled } from '@/server/handled';
import { jsonBody } from '@/server/problem';

export const dynamic = 'force-dynamic';

export const PUT = handled(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const labels = parseLabels(await jsonBody(request));
  await keepLabels((await params).id, labels);
  return Response.json({ labels });
});
