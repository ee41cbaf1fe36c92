import type { Metadata } from 'next';
import { RulesRoom } from './RulesRoom.tsx';

export const metadata: Metadata = { title: 'House rules · Blue Ledger' };

export default function RulesPage() {
  return <RulesRoom />;
}
