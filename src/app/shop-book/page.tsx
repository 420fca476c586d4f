import type { Metadata } from 'next';
import { dampingVersions, moneyVersion, oilVersions, procedureVersions, schoolVersions, serviceVersions } from '@/server/book';
import { listTechnicians } from '@/server/drawers';
import { ShopBook } from '@/ui/places/shopbook/ShopBook';

export const metadata: Metadata = { title: 'Shop book' };
export const dynamic = 'force-dynamic';

export default async function ShopBookPage() {
  return (
    <ShopBook
      technicians={await listTechnicians()}
      schools={await schoolVersions()}
      damping={await dampingVersions()}
      oils={await oilVersions()}
      procedures={await procedureVersions()}
      money={await moneyVersion()}
      service={await serviceVersions()}
    />
  );
}
