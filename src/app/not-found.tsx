import { NotFound } from '@/ui/layout/NotFound';

export default function NotFoundPage() {
  return <NotFound />;
}
