import { stockListRequest } from '@/schema/stock';
import { importStock } from '@/server/stock/stock';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, stockListRequest, importStock);
