import { RideOver } from '@/ui/places/phone/PhoneSheet';

export default function NoRide() {
  return <RideOver />;
}
