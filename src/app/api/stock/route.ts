import { newStockRequest } from '@/schema/stock';
import { addStock } from '@/server/stock/stock';
import { handle } from '../handle';

export const POST = (request: Request) => handle(request, newStockRequest, addStock);
