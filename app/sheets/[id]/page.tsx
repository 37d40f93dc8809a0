import { Workbench } from '@/ui/workbench/Workbench';

export default async function SheetPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <Workbench key={id} sheetId={id} />;
}
