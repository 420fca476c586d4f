import type { Metadata } from 'next';
import { TrainingList } from '@/ui/places/training/TrainingList';

export const metadata: Metadata = { title: 'Training' };

export default function TrainingPage() {
  return <TrainingList />;
}
