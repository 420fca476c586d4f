import { shopRequest } from '@/schema/book';
import { changeShop } from '@/server/book/book';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, shopRequest, changeShop);
