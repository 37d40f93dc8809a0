import { Desk } from '@/ui/desk/Desk';

export default function DeskPage() {
  return <Desk />;
}
