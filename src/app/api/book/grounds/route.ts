import { groundRequest } from '@/schema/usualPages';
import { changeGround } from '@/server/book/usual';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, groundRequest, (checked) => changeGround(checked));
