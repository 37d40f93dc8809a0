import { redirect } from 'next/navigation';
import { chartRow } from '@/server/charts/charts';

/** The sheet that a chart is made of. */
export default async function SheetOfChart({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const chart = await chartRow(id).catch(() => undefined);
  redirect(chart ? `/sheets/${chart.sheet}` : '/');
}
