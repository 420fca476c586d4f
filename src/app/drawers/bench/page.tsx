import type { Metadata } from 'next';
import { SpringBench } from '@/ui/places/drawers/SpringBench';

export const metadata: Metadata = { title: 'Spring calculations' };

export default function SpringBenchPage() {
  return <SpringBench />;
}
