import { SavedWorkbench } from '@/ui/workbench/SavedWorkbench';

export default async function ChartPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <SavedWorkbench key={id} id={id} />;
}
