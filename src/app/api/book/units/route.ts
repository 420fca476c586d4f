import { unitsRequest } from '@/schema/book';
import { changeUnits } from '@/server/book/book';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, unitsRequest, changeUnits);
