import { OutboxScreen } from '@/ui/outbox/OutboxScreen';

export default function OutboxPage() {
  return <OutboxScreen />;
}
