import { causeRequest } from '@/knowledge/causes/page';
import { changeCause } from '@/server/rides/reasoning';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, causeRequest, (checked) => changeCause(checked));
