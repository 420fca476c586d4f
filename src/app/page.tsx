import { today } from '@/catalogue/days';
import { floor } from '@/server/views';
import { Floor } from '@/ui/places/floor/Floor';

export default async function FloorPage() {
  return <Floor {...await floor()} today={today()} />;
}
export const dynamic = 'force-dynamic';
