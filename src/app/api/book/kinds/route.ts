import { kindRequest } from '@/schema/usualPages';
import { changeKind } from '@/server/usual';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, kindRequest, (checked) => changeKind(checked));
