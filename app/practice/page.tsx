import type { Metadata } from 'next';
import { PracticeRoom } from './PracticeRoom.tsx';

export const metadata: Metadata = { title: 'Practice · Blue Ledger' };

export default function PracticePage() {
  return <PracticeRoom />;
}
