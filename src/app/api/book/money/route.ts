import { moneyRequest } from '@/schema/book';
import { changeMoney } from '@/server/book/book';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, moneyRequest, changeMoney);
