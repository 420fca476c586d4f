import { drawerLabelsPdf } from '@/server/print/sheets';
import { shopAddress } from '@/server/door/network';
import { pdfAnswer } from '../../pdf';

export const dynamic = 'force-dynamic';

export const GET = async () => pdfAnswer(drawerLabelsPdf(shopAddress()), 'drawer-labels');
