import { Reading } from '@/ui/reading/Reading';

interface Props {
  params: Promise<{ id: string }>;
  /** `chart`: the saved chart from which one came, and to which one goes back. */
  searchParams: Promise<{ chart?: string | string[] }>;
}

export default async function ReadingPage({ params, searchParams }: Props) {
  const [{ id }, { chart }] = await Promise.all([params, searchParams]);
  return <Reading key={id} sheetId={id} chartId={typeof chart === 'string' ? chart : undefined} />;
}
