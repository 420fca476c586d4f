import { pistonRequest } from '@/schema/usualPages';
import { changePiston } from '@/server/book/usual';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, pistonRequest, (checked) => changePiston(checked));
