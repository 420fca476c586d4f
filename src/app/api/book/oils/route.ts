import { oilPageRequest } from '@/schema/book';
import { changeOil } from '@/server/book/book';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, oilPageRequest, (checked) => changeOil(checked));
