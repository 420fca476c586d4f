import { floor } from '@/server/views';
import { Floor } from '@/ui/places/floor/Floor';

export default async function FloorPage() {
  return <Floor {...await floor()} today={new Date().toISOString().slice(0, 10)} />;
}
export const dynamic = 'force-dynamic';
