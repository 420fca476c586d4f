import type { Metadata } from 'next';
import { TrainingList } from '@/ui/training/TrainingList';

export const metadata: Metadata = { title: 'Training' };

export default function TrainingPage() {
  return <TrainingList />;
}
