import { kindRequest } from '@/schema/usualPages';
import { changeKind } from '@/server/book/usual';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, kindRequest, (checked) => changeKind(checked));
