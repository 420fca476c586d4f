import { drawerLabelsPdf } from '@/server/print/sheets';
import { shopAddress } from '@/server/network';
import { pdfAnswer } from '../../pdf';

export const GET = async (request: Request) => pdfAnswer(await drawerLabelsPdf(shopAddress()), 'drawer-labels');
