import { Reading } from '@/ui/reading/Reading';

export default async function ReadingPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <Reading key={id} sheetId={id} />;
}
