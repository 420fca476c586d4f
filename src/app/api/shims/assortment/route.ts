import { assortmentRequest } from '@/schema/shims';
import { receiveAssortment } from '@/server/shims';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, assortmentRequest, receiveAssortment);
