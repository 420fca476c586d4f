import { causeRequest } from '@/knowledge/causes/page';
import { changeCause } from '@/server/reasoning';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, causeRequest, (checked) => changeCause(checked));
