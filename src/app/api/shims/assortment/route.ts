import { assortmentRequest } from '@/schema/shims';
import { receiveAssortment } from '@/server/stock/shims';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, assortmentRequest, receiveAssortment);
