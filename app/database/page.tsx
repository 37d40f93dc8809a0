import { DatabaseOpener } from '@/ui/database/DatabaseOpener';

export default function DatabasePage() {
  return <DatabaseOpener />;
}
