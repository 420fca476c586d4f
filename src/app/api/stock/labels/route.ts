import { drawerLabelsPdf } from '@/server/print/sheets';
import { addressOf } from '@/server/network';
import { pdfAnswer } from '../../pdf';

export const GET = async (request: Request) => pdfAnswer(await drawerLabelsPdf(addressOf(request)), 'drawer-labels');
