import type { Metadata } from 'next';
import { Worksheet } from './Worksheet.tsx';

export const metadata: Metadata = { title: 'Worksheets · Blue Ledger' };

export default function WorksheetPage() {
  return <Worksheet />;
}
